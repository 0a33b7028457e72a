package outrider.server.home;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.server.brief.SplitFacts;
import outrider.server.home.BriefLine.Waiting;
import outrider.server.trail.ReportActKind;
import outrider.server.work.Room;

/** Lists briefs, a page at a time. */
@ApplicationScoped
class Home {
    static final int MOST = 200;

    /** Briefs that match, newest first, with all that the list shows and decides by. */
    private static final String LINES = """
            select b.id, b.name, b.question, cast(b.outcome as text) as outcome, b.revision, b.owner, b.created_at,
              d.records, cast(b.split_facts as text) as facts, b.words ->> 'currency' as currency,
              (select max(n.id) from brief n where n.previous_id = b.id) as next_id,
              count(c.id) filter (where c.status = 'done') as fitted,
              count(c.id) filter (where c.status in ('waiting', 'running')) as running,
              (select a.act from report_act a join report r on r.id = a.report_id
                where r.brief_id = b.id and a.act <> 'waived' order by a.id desc limit 1) as sign_off,
              exists (select 1 from cut k join candidate kc on kc.id = k.candidate_id
                where k.brief_id = b.id and kc.deleted_at is null) as cut,
              exists (select 1 from follow_notice n where n.brief_id = b.id and n.answered_at is null) as notice,
              f.candidate, f.depth, f.capture, f.gain, f.gain_low, f.gain_high, cast(f.curve as text) as curve
            from brief b
            join dataset d on d.id = b.dataset_id
            left join candidate c on c.brief_id = b.id and c.deleted_at is null
            left join finding f on f.brief_id = b.id and f.state = compared_state(b.id)
            where (:find = '' or position(:find in lower(concat_ws(' ', b.name, b.question, b.outcome ->> 'column',
                b.owner, d.name))) > 0)
              and (:by = '' or b.owner = :by)
              and (b.owner = :who
                or exists (select 1 from brief_member m where m.brief_id = b.id and m.name = :who)
                or :decides and exists (select 1 from report r where r.brief_id = b.id))
            group by b.id, d.id, f.brief_id
            order by b.id desc
            """;

    private final EntityManager database;
    private final ObjectMapper json;
    private final Room room;

    Home(EntityManager database, ObjectMapper json, Room room) {
        this.room = room;
        this.database = database;
        this.json = json;
    }

    /**
     * A page of the list of briefs.
     *
     * @param total how many there are on all pages
     * @param roomLeft bytes on the disk of the server's files, where they are little; null where there is enough
     */
    record BriefPage(
            int total, List<BriefLine> lines, @Nullable Long roomLeft) {}

    /**
     * @param find a text that name, question, outcome, owner or file holds; empty for all
     * @param by only those that this person owns; empty for all
     * @param who looks, {@code decides} whether they decide on reports: only what they may see is listed
     * @param open whether only those that somebody still has to do something about
     * @throws BadInput if the page is none
     */
    @ActivateRequestContext
    BriefPage page(String find, String by, String who, boolean decides, boolean open, int from, int size) {
        if (from < 0) throw BadInput.of("from", "is " + from, "give 0 or more");
        if (size < 1 || size > MOST) throw BadInput.of("size", "is " + size, "give 1 to " + MOST);
        @SuppressWarnings("unchecked")
        List<Tuple> found = database.createNativeQuery(LINES, Tuple.class)
                .setParameter("find", find.strip().toLowerCase(Locale.ROOT))
                .setParameter("by", by)
                .setParameter("who", who)
                .setParameter("decides", decides)
                .getResultList();
        List<Tuple> wanted =
                open ? found.stream().filter(t -> isOpen(waitsFor(t))).toList() : found;
        List<BriefLine> lines =
                wanted.stream().skip(from).limit(size).map(this::line).toList();
        return new BriefPage(wanted.size(), lines, room.little());
    }

    private static boolean isOpen(Waiting waiting) {
        return waiting != Waiting.NOTHING && waiting != Waiting.LATER_REVISION;
    }

    private BriefLine line(Tuple t) {
        BriefFile.Outcome outcome = outcome(t);
        return new BriefLine(
                number(t, "id").longValue(),
                Objects.requireNonNull(text(t, "name")),
                Objects.requireNonNull(text(t, "question")),
                outcome == null ? null : outcome.column(),
                events(outcome),
                number(t, "revision").intValue(),
                t.get("next_id") == null ? null : number(t, "next_id").longValue(),
                Objects.requireNonNull(text(t, "owner")),
                t.get("created_at", Instant.class),
                number(t, "records").intValue(),
                rate(read(text(t, "facts"), new TypeReference<>() {})),
                number(t, "fitted").intValue(),
                number(t, "running").intValue(),
                signOff(t),
                waitsFor(t),
                finding(t));
    }

    private static List<String> events(BriefFile.@Nullable Outcome outcome) {
        if (outcome == null) return List.of();
        return outcome.when() == null ? outcome.events() : List.of(outcome.eventWords());
    }

    private BriefFile.@Nullable Outcome outcome(Tuple t) {
        return read(text(t, "outcome"), new TypeReference<>() {});
    }

    private Waiting waitsFor(Tuple t) {
        if (t.get("next_id") != null) return Waiting.LATER_REVISION;
        ReportActKind last = signOff(t);
        if (last == ReportActKind.SUBMITTED) return Waiting.APPROVAL;
        if (last == ReportActKind.RETURNED) return Waiting.ANSWER;
        if (last == ReportActKind.APPROVED)
            return Boolean.TRUE.equals(t.get("notice")) ? Waiting.NOTICE : Waiting.NOTHING;
        BriefFile.Outcome outcome = outcome(t);
        if (outcome == null || !outcome.saysEvent()) return Waiting.OUTCOME;
        if (text(t, "facts") == null) return Waiting.SPLIT;
        if (number(t, "running").intValue() > 0) return Waiting.FITS;
        if (number(t, "fitted").intValue() == 0) return Waiting.CANDIDATES;
        return Boolean.TRUE.equals(t.get("cut")) ? Waiting.REPORT : Waiting.CUT;
    }

    private static @Nullable ReportActKind signOff(Tuple t) {
        String act = text(t, "sign_off");
        return act == null ? null : new ReportActKind.Words().convertToEntityAttribute(act);
    }

    /** Of the parts that are open. */
    private static @Nullable Double rate(@Nullable SplitFacts facts) {
        if (facts == null) return null;
        long records = 0;
        long events = 0;
        for (SplitFacts.PartFacts part : facts.parts()) {
            if (part.part().equals("reserve")) continue;
            records += part.records();
            events += part.events();
        }
        return records == 0 ? null : events / (double) records;
    }

    private BriefLine.@Nullable Finding finding(Tuple t) {
        List<Double> curve = read(text(t, "curve"), new TypeReference<>() {});
        if (curve == null) return null;
        return new BriefLine.Finding(
                Objects.requireNonNull(text(t, "candidate")),
                number(t, "depth").doubleValue(),
                number(t, "capture").doubleValue(),
                number(t, "gain").doubleValue(),
                t.get("gain_low", Double.class),
                t.get("gain_high", Double.class),
                Objects.requireNonNull(text(t, "currency")),
                curve);
    }

    private <T> @Nullable T read(@Nullable String text, TypeReference<T> type) {
        try {
            return text == null ? null : json.readValue(text, type);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static @Nullable String text(Tuple t, String column) {
        return t.get(column, String.class);
    }

    private static Number number(Tuple t, String column) {
        return t.get(column, Number.class);
    }
}
