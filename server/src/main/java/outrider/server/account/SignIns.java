package outrider.server.account;

import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Sha256;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/**
 * Who is signed in. A sign-in ends when it is signed out, ended from elsewhere or not used for some time, when its account is
 * disabled or gets another password, and at the latest a set time after it began.
 */
@ApplicationScoped
public class SignIns {
    private static final Duration BETWEEN_NOTES = Duration.ofMinutes(1);
    private static final int LONGEST_AGENT = 200;
    private static final int TOKEN_BYTES = 32;
    private static final String OPEN = "endedAt is null and begunAt > ?1 and usedAt > ?2";

    private final Clock clock;
    private final Duration most;
    private final Duration idle;
    private final SecureRandom random = new SecureRandom();

    SignIns(
            Clock clock,
            @ConfigProperty(name = "outrider.session.most") Duration most,
            @ConfigProperty(name = "outrider.session.idle") Duration idle) {
        this.clock = clock;
        this.most = most;
        this.idle = idle;
    }

    /** A sign-in that holds, and whose it is. */
    record Held(SignIn signIn, Account account) {}

    /**
     * Begins one.
     *
     * @return the token by which it is known again
     */
    @Transactional
    String begin(Account account, @Nullable RoutingContext from) {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        SignIn signIn = new SignIn();
        signIn.accountId = account.id;
        signIn.token = hash(token);
        signIn.begunAt = clock.instant();
        signIn.usedAt = signIn.begunAt;
        signIn.address = address(from);
        String agent = from == null ? null : from.request().getHeader("User-Agent");
        signIn.agent = agent == null ? "" : agent.substring(0, Math.min(agent.length(), LONGEST_AGENT));
        signIn.persist();
        Trail.add(Trail.HOUSE, account.name, Act.SIGNED_IN, account.name, "from " + signIn.address);
        return token;
    }

    static String address(@Nullable RoutingContext from) {
        return from == null || from.request().remoteAddress() == null
                ? "nowhere known"
                : from.request().remoteAddress().hostAddress();
    }

    /** What a token stands for; null where it has ended or never was. */
    @Transactional
    @Nullable
    Held held(String token) {
        SignIn signIn = SignIn.find("token = ?3 and " + OPEN, since(most), since(idle), hash(token))
                .firstResult();
        if (signIn == null) return null;
        Account account = Account.findById(signIn.accountId);
        if (account == null || !account.active) return null;
        Instant now = clock.instant();
        if (Duration.between(signIn.usedAt, now).compareTo(BETWEEN_NOTES) > 0) signIn.usedAt = now;
        return new Held(signIn, account);
    }

    private Instant since(Duration ago) {
        return clock.instant().minus(ago);
    }

    /** Those of an account that hold, the latest used first. */
    List<SignIn> open(long accountId) {
        return SignIn.list("accountId = ?3 and " + OPEN + " order by usedAt desc", since(most), since(idle), accountId);
    }

    /** Ends one of an account's own; it does not matter whether it has ended. */
    @Transactional
    void end(long accountId, long id, String name, Act act) {
        SignIn signIn = SignIn.find("id = ?1 and accountId = ?2 and endedAt is null", id, accountId)
                .firstResult();
        if (signIn == null) return;
        signIn.endedAt = clock.instant();
        Trail.add(Trail.HOUSE, name, act, name, "from " + signIn.address + ", begun " + signIn.begunAt);
    }

    /** Ends all of an account but one; null for all. */
    @Transactional
    void endAll(long accountId, @Nullable Long but) {
        SignIn.update(
                "endedAt = ?1 where accountId = ?2 and endedAt is null and id <> ?3",
                clock.instant(),
                accountId,
                but == null ? 0L : but);
    }

    private static String hash(String token) {
        return Sha256.of(token.getBytes(StandardCharsets.US_ASCII));
    }
}
