package outrider.server.endpoint;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.server.work.Recurring;

/**
 * What the endpoint answered. Counted in memory and added to the database each second, so that counting costs an answer nothing: a
 * server that is killed forgets at most the last second's.
 */
@ApplicationScoped
public class ScoreCounts {
    private static final Logger LOG = Logger.getLogger(ScoreCounts.class);
    private static final int DAYS = 30;
    private static final Duration EACH = Duration.ofSeconds(1);

    private final EntityManager database;
    private final Clock clock;
    private Map<Where, Count> waiting = new HashMap<>();

    ScoreCounts(EntityManager database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** What one request came to, or the sum of many. */
    record Count(long requests, long records, long acted, long refused, long unknown) {
        Count and(Count other) {
            return new Count(
                    requests + other.requests,
                    records + other.records,
                    acted + other.acted,
                    refused + other.refused,
                    unknown + other.unknown);
        }
    }

    private record Where(long brief, int version, long key, LocalDate day) {}

    /**
     * A day's sum of one key and version.
     *
     * @param refused requests
     * @param unknown levels and columns that training did not have
     */
    public record DayCount(
            LocalDate day,
            int version,
            long key,
            long requests,
            long records,
            long acted,
            long refused,
            long unknown) {}

    private @Nullable Recurring counting;

    void start(@Observes StartupEvent event) {
        counting = new Recurring("score counts", this::keep, EACH, EACH);
    }

    void stop(@Observes ShutdownEvent event) {
        if (counting != null) counting.end();
        keep();
    }

    /** @param version 0 where no release decided */
    synchronized void add(long brief, int version, long key, Count count) {
        LocalDate day = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        waiting.merge(new Where(brief, version, key, day), count, Count::and);
    }

    private synchronized Map<Where, Count> taken() {
        Map<Where, Count> taken = waiting;
        waiting = new HashMap<>();
        return taken;
    }

    private synchronized void back(Map<Where, Count> counts) {
        counts.forEach((where, count) -> waiting.merge(where, count, Count::and));
    }

    private void keep() {
        Map<Where, Count> counts = taken();
        if (counts.isEmpty()) return;
        try {
            QuarkusTransaction.requiringNew().run(() -> counts.forEach(this::keep));
        } catch (RuntimeException e) {
            LOG.warn("counts of the endpoint wait for the database", e);
            back(counts);
        }
    }

    private void keep(Where where, Count count) {
        database.createNativeQuery("""
                        insert into score_count (brief_id, version, key_id, day, requests, records, acted, refused, unknown)
                        values (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9)
                        on conflict (brief_id, version, key_id, day) do update set
                          requests = score_count.requests + excluded.requests,
                          records = score_count.records + excluded.records,
                          acted = score_count.acted + excluded.acted,
                          refused = score_count.refused + excluded.refused,
                          unknown = score_count.unknown + excluded.unknown""")
                .setParameter(1, where.brief())
                .setParameter(2, where.version())
                .setParameter(3, where.key())
                .setParameter(4, where.day())
                .setParameter(5, count.requests())
                .setParameter(6, count.records())
                .setParameter(7, count.acted())
                .setParameter(8, count.refused())
                .setParameter(9, count.unknown())
                .executeUpdate();
        ScoreKey.update("usedAt = ?1 where id = ?2", Instant.now(clock), where.key());
    }

    /** The last days', the newest first. */
    @SuppressWarnings("unchecked")
    List<DayCount> of(long briefId) {
        LocalDate from = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC).minusDays(DAYS);
        List<Tuple> rows = database.createNativeQuery("""
                        select day, version, key_id, requests, records, acted, refused, unknown from score_count
                        where brief_id = ?1 and day > ?2 order by day desc, version desc, key_id""", Tuple.class)
                .setParameter(1, briefId)
                .setParameter(2, from)
                .getResultList();
        return rows.stream()
                .map(row -> new DayCount(
                        day(row.get(0)),
                        ((Number) row.get(1)).intValue(),
                        whole(row, 2),
                        whole(row, 3),
                        whole(row, 4),
                        whole(row, 5),
                        whole(row, 6),
                        whole(row, 7)))
                .toList();
    }

    private static LocalDate day(Object value) {
        return value instanceof java.sql.Date date ? date.toLocalDate() : (LocalDate) value;
    }

    private static long whole(Tuple row, int at) {
        return ((Number) row.get(at)).longValue();
    }
}
