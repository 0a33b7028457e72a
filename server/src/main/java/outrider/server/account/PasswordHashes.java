package outrider.server.account;

import io.quarkus.elytron.security.common.BcryptUtil;
import jakarta.enterprise.context.ApplicationScoped;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;

/** Passwords as they are kept: bcrypt hashes, each with a salt of its own. */
@ApplicationScoped
public class PasswordHashes {
    private final int cost;
    /** Compared against where there is no hash, so that the answer takes as long. */
    private final String nobodys;

    /** @param cost the power of two of bcrypt's rounds, 4 to 31 */
    PasswordHashes(@ConfigProperty(name = "outrider.password-cost") int cost) {
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
