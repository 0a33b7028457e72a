package outrider.server.account;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;

/** Passwords as they are kept: bcrypt hashes, each with a salt of its own. */
@ApplicationScoped
public class PasswordHashes {
    private static final int LEAST = 4;
    /** About a minute a password. */
    private static final int MOST = 20;

    private final int cost;
    /** Compared against where there is no hash, so that the answer takes as long. */
    private final String nobodys;

    /**
     * @param cost the power of two of bcrypt's rounds, 4 to 20
     * @throws IllegalArgumentException naming the setting, if it is another
     */
    PasswordHashes(@ConfigProperty(name = "outrider.password-cost") int cost) {
        if (cost < LEAST || cost > MOST) {
            throw new IllegalArgumentException("OUTRIDER_PASSWORD_COST is " + cost + "; give " + LEAST + " to " + MOST
                    + ", or leave it out for 10");
        }
        this.cost = cost;
        nobodys = of("nobody's password");
    }

    String of(String password) {
        return BcryptUtil.bcryptHash(password, cost);
    }

    /** Takes as long whether or not there is a hash. */
    boolean matches(String password, @Nullable String hash) {
        return BcryptUtil.matches(password, hash == null ? nobodys : hash) && hash != null;
    }
}
