package outrider.server.endpoint;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.Base64;
import java.util.List;
import outrider.base.BadInput;
import outrider.casefile.Sha256;
import outrider.server.brief.Briefs;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;

/** Makes, finds and revokes keys of the endpoint. */
@ApplicationScoped
public class ScoreKeys {
    private static final String PREFIX = "outrider_";
    private static final int BYTES = 32;
    private static final int SHOWN = PREFIX.length() + 4;
    private static final int LONGEST = 80;
    private static final int MOST_A_MINUTE = 1_000_000;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Briefs briefs;
    private final Clock clock;

    ScoreKeys(Briefs briefs, Clock clock) {
        this.briefs = briefs;
        this.clock = clock;
    }

    /** A key when it is made: the only time that it is shown. */
    public record Made(ScoreKey row, String key) {}

    /** @throws BadInput if it has no name, another that is not revoked has it, or the limit is none */
    @Transactional
    public Made make(long briefId, String name, int perMinute, String by) {
        briefs.get(briefId);
        String said = name == null ? "" : name.strip();
        if (said.isEmpty() || said.length() > LONGEST) {
            throw BadInput.of(
                    "name", said.isEmpty() ? "is missing" : "is longer than 80 letters", "name who will use the key");
        }
        if (perMinute < 1 || perMinute > MOST_A_MINUTE) {
            throw BadInput.of("perMinute", "is " + perMinute, "allow 1 to 1,000,000 requests a minute");
        }
        if (ScoreKey.count("briefId = ?1 and name = ?2 and revokedAt is null", briefId, said) > 0) {
            throw BadInput.of("name", "“" + said + "” has a key", "revoke that one first, or name it otherwise");
        }
        byte[] random = new byte[BYTES];
        RANDOM.nextBytes(random);
        String key = PREFIX + Base64.getUrlEncoder().withoutPadding().encodeToString(random);
        ScoreKey row = new ScoreKey();
        row.briefId = briefId;
        row.name = said;
        row.begins = key.substring(0, SHOWN);
        row.hash = hash(key);
        row.perMinute = perMinute;
        row.madeBy = by;
        row.madeAt = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        row.persist();
        Trail.add(Trail.chain(briefId), by, Act.SCORE_KEY_MADE, said, perMinute + " requests a minute");
        return new Made(row, key);
    }

    static String hash(String key) {
        return Sha256.of(key.getBytes(StandardCharsets.UTF_8));
    }

    /** The newest first. */
    List<ScoreKey> of(long briefId) {
        return ScoreKey.list("briefId = ?1 order by id desc", briefId);
    }

    /** From now on it opens nothing. */
    @Transactional
    ScoreKey revoke(long id, String by) {
        ScoreKey row = ScoreKey.findById(id, LockModeType.PESSIMISTIC_WRITE);
        if (row == null) throw new NotFoundException("there is no key " + id);
        if (row.revokedAt != null) return row;
        row.revokedAt = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        row.revokedBy = by;
        Trail.add(Trail.chain(row.briefId), by, Act.SCORE_KEY_REVOKED, row.name, row.begins + "…");
        return row;
    }
}
