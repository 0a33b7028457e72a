package outrider.server.endpoint;

import jakarta.enterprise.context.ApplicationScoped;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.work.Caches;
import outrider.server.work.Kept;

/**
 * Who brings a key, and which release decides for them: one look at the database a request, which tells whether anything was done with
 * releases or reports of the brief since the release was found.
 */
@ApplicationScoped
class Admissions {
    /** About how many bytes one takes. */
    private static final long RELEASE = 4_000;

    private static final String ASKED = """
            select k.id, k.brief_id, k.per_minute, k.revoked_at,
              (select max(r.id) from release r where r.brief_id = k.brief_id),
              (select max(a.id) from release_act a join release r on r.id = a.release_id where r.brief_id = k.brief_id),
              (select max(a.id) from report_act a join report p on p.id = a.report_id where p.brief_id = k.brief_id),
              exists (select 1 from endpoint_keeping e where e.brief_id = k.brief_id)
            from score_key k where k.hash = ?""";

    private final DataSource source;
    private final Releases releases;
    private final Clock clock;
    private final Kept<Asked, Release> recent = Caches.DECIDING.make(release -> RELEASE);

    Admissions(DataSource source, Releases releases, Clock clock) {
        this.source = source;
        this.releases = releases;
        this.clock = clock;
    }

    /**
     * A key, and how the releases of its brief stand.
     *
     * @param keeping whether what is asked is kept
     * @param stand changes with whatever is done with a release or a report of the brief
     */
    record Admission(
            long key, long brief, int perMinute, @Nullable Instant revokedAt, boolean keeping, String stand) {}

    private record Asked(long brief, int version, String stand, LocalDate day) {}

    /** Null where there never was such a key. */
    @Nullable
    Admission of(String hash) {
        try (Connection database = source.getConnection();
                PreparedStatement asked = database.prepareStatement(ASKED)) {
            asked.setString(1, hash);
            try (ResultSet row = asked.executeQuery()) {
                if (!row.next()) return null;
                Timestamp revoked = row.getTimestamp(4);
                return new Admission(
                        row.getLong(1),
                        row.getLong(2),
                        row.getInt(3),
                        revoked == null ? null : revoked.toInstant(),
                        row.getBoolean(8),
                        row.getLong(5) + " " + row.getLong(6) + " " + row.getLong(7));
            }
        } catch (SQLException e) {
            throw new IllegalStateException("the database cannot be asked", e);
        }
    }

    /**
     * @param version that has to decide; null for whichever does
     * @throws outrider.base.BadInput saying why none does
     */
    Release deciding(Admission admission, @Nullable Integer version) {
        Asked asked =
                new Asked(admission.brief(), version == null ? 0 : version, admission.stand(), LocalDate.now(clock));
        Release known = recent.known(asked);
        if (known != null) return known;
        Release found = releases.deciding(admission.brief(), version);
        recent.put(asked, found);
        return found;
    }
}
