package outrider.server.endpoint;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.server.brief.Briefs;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.follow.FollowBatch;
import outrider.server.follow.FollowWork;
import outrider.server.follow.Follows;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Packed;
import outrider.server.work.WorkQueue;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Keeps what the endpoint was asked, where a brief wants it, and makes batches of it. */
@ApplicationScoped
public class KeptRequests {
    /** Of more records the oldest become one batch, the others the next. */
    private static final long MOST_RECORDS = 2_000_000;

    private final DataSource source;
    private final EntityManager database;
    private final Briefs briefs;
    private final Releases releases;
    private final Datasets datasets;
    private final Follows follows;
    private final WorkQueue queue;
    private final Clock clock;

    KeptRequests(
            DataSource source,
            EntityManager database,
            Briefs briefs,
            Releases releases,
            Datasets datasets,
            Follows follows,
            WorkQueue queue,
            Clock clock) {
        this.source = source;
        this.database = database;
        this.briefs = briefs;
        this.releases = releases;
        this.datasets = datasets;
        this.follows = follows;
        this.queue = queue;
        this.clock = clock;
    }

    /** Of one version, and between which days they were asked. */
    public record KeptView(int version, LocalDate from, LocalDate until, long requests, long records) {}

    /**
     * Who has requests of the endpoint kept, since when, and how many there are.
     *
     * @param by who wanted it, and {@code since} when; null where nothing is kept from now on
     * @param kept what waits to become a batch, the newest version first
     */
    public record KeepingView(@Nullable String by, @Nullable Instant since, List<KeptView> kept) {}

    /** Stands before the answer goes out. */
    void keep(long brief, long release, Asked.Form form, int records, byte[] body) {
        String insert =
                "insert into kept_request (brief_id, release_id, day, form, records, content) values (?, ?, ?, ?, ?, ?)";
        try (Connection connection = source.getConnection();
                PreparedStatement kept = connection.prepareStatement(insert)) {
            kept.setLong(1, brief);
            kept.setLong(2, release);
            kept.setObject(3, LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC));
            kept.setString(4, form.name());
            kept.setInt(5, records);
            kept.setBytes(6, Packed.pack(body));
            kept.executeUpdate();
        } catch (SQLException e) {
            throw new IllegalStateException("the request cannot be kept", e);
        }
    }

    @SuppressWarnings("unchecked")
    KeepingView of(long briefId) {
        List<Tuple> keeping = database.createNativeQuery(
                        "select by_name, since from endpoint_keeping where brief_id = ?1", Tuple.class)
                .setParameter(1, briefId)
                .getResultList();
        List<Tuple> kept = database.createNativeQuery("""
                        select r.version, cast(min(k.day) as text), cast(max(k.day) as text), count(*), sum(k.records)
                        from kept_request k join release r on r.id = k.release_id
                        where k.brief_id = ?1 group by r.version order by r.version desc""", Tuple.class)
                .setParameter(1, briefId)
                .getResultList();
        return new KeepingView(
                keeping.isEmpty() ? null : keeping.get(0).get(0, String.class),
                keeping.isEmpty() ? null : keeping.get(0).get(1, Instant.class),
                kept.stream()
                        .map(row -> new KeptView(
                                ((Number) row.get(0)).intValue(),
                                LocalDate.parse(row.get(1, String.class)),
                                LocalDate.parse(row.get(2, String.class)),
                                ((Number) row.get(3)).longValue(),
                                ((Number) row.get(4)).longValue()))
                        .toList());
    }

    /** From now on; what is kept already stays. */
    @Transactional
    void keeping(long briefId, boolean on, String by) {
        briefs.get(briefId);
        int changed = on
                ? database.createNativeQuery("""
                                insert into endpoint_keeping (brief_id, by_name, since) values (?1, ?2, ?3)
                                on conflict (brief_id) do nothing""")
                        .setParameter(1, briefId)
                        .setParameter(2, by)
                        .setParameter(3, clock.instant())
                        .executeUpdate()
                : database.createNativeQuery("delete from endpoint_keeping where brief_id = ?1")
                        .setParameter(1, briefId)
                        .executeUpdate();
        if (changed == 0) return;
        Trail.add(Trail.chain(briefId), by, on ? Act.REQUESTS_KEPT : Act.REQUESTS_NOT_KEPT, "endpoint", "");
    }

    /** As many from the first on as hold at most so many records, but one at least. */
    static List<KeptRequest> first(List<KeptRequest> rows, long most) {
        int taken = 0;
        for (long records = 0; taken < rows.size(); taken++) {
            records += rows.get(taken).records;
            if (taken > 0 && records > most) break;
        }
        return rows.subList(0, taken);
    }

    private Release release(long briefId, int version) {
        return releases.of(briefId).stream()
                .filter(r -> r.version == version)
                .findFirst()
                .orElseThrow(() -> BadInput.of("version", "is " + version, "name one of this brief"));
    }

    /** @throws BadInput if nothing of that version is kept */
    private List<KeptRequest> demanded(Release release) {
        List<KeptRequest> rows = KeptRequest.list("releaseId = ?1 order by id", release.id);
        if (rows.isEmpty()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    "requests",
                    "of version " + release.version + " are none",
                    "keep what is asked, and come back");
        }
        return first(rows, MOST_RECORDS);
    }

    /** What one batch is made of. */
    private record Taken(Release release, List<KeptRequest> rows, Batch reader) {}

    /**
     * Makes a batch of what was kept for a version, the oldest 2,000,000 records where it is more, of the last day on which it was asked; then it is kept no longer.
     *
     * @throws BadInput if nothing is kept
     */
    void batch(long briefId, int version, String by) throws IOException {
        Taken taken = QuarkusTransaction.requiringNew().call(() -> {
            Release release = release(briefId, version);
            List<KeptRequest> rows = demanded(release);
            return new Taken(release, rows, new Batch(releases.recipe(release.id), releases.document(release)));
        });
        List<KeptRequest> rows = taken.rows();
        LocalDate from = rows.get(0).day;
        LocalDate until = rows.get(rows.size() - 1).day;
        String name =
                "endpoint, version " + version + ", " + (from.equals(until) ? "" : from + " to ") + until + ".csv";
        Dataset dataset = datasets.stored(list(rows, taken.reader()), name, by);
        long last = rows.get(rows.size() - 1).id;
        FollowBatch batch = QuarkusTransaction.requiringNew().call(() -> {
            FollowBatch made = follows.make(briefId, dataset.id, until.toString(), version, by);
            KeptRequest.delete("releaseId = ?1 and id <= ?2", taken.release().id, last);
            return made;
        });
        queue.enqueue(FollowWork.NAME, batch.id);
    }

    private static Table list(List<KeptRequest> rows, Batch reader) {
        int all = rows.stream().mapToInt(row -> row.records).sum();
        Map<String, @Nullable String[]> columns = new LinkedHashMap<>();
        int at = 0;
        for (KeptRequest row : rows) {
            Asked asked = Asked.of(row.form, Packed.unpack(row.content));
            int from = at;
            reader.texts(asked)
                    .forEach((name, texts) -> System.arraycopy(
                            texts, 0, columns.computeIfAbsent(name, n -> new String[all]), from, texts.length));
            at += asked.size();
        }
        List<Column> made = new ArrayList<>();
        columns.forEach((name, texts) -> made.add(TextColumn.of(name, texts)));
        return new Table(made, null);
    }

    /** Keeps what was asked of a version no longer. */
    @Transactional
    void discard(long briefId, int version, String by) {
        Release release = release(briefId, version);
        long gone = KeptRequest.delete("releaseId", release.id);
        if (gone == 0) return;
        Trail.add(Trail.chain(briefId), by, Act.REQUESTS_DISCARDED, "version " + version, gone + " requests");
    }
}
