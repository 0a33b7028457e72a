package outrider.server.follow;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.ForbiddenException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.AuthorText;
import outrider.casefile.PlanLine;
import outrider.casefile.ReleaseDocument;
import outrider.follow.BatchFigures;
import outrider.follow.WatchLimit;
import outrider.server.access.Access;
import outrider.server.access.Right;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.release.Release;
import outrider.server.release.Releases;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.Recurring;

/** What a signed plan asks somebody to answer: limits that a batch crossed, and batches that are overdue. */
@ApplicationScoped
public class Notices {
    private static final Logger LOG = Logger.getLogger(Notices.class);
    private static final int LONGEST = 4000;
    private static final Duration FIRST = Duration.ofSeconds(20);
    private static final Duration BETWEEN = Duration.ofMinutes(10);

    private final Releases releases;
    private final Briefs briefs;
    private final Access access;
    private final SecurityIdentity identity;
    private final EntityManager database;
    private final Clock clock;
    private @Nullable Recurring reminding;

    Notices(
            Releases releases,
            Briefs briefs,
            Access access,
            SecurityIdentity identity,
            EntityManager database,
            Clock clock) {
        this.releases = releases;
        this.briefs = briefs;
        this.access = access;
        this.identity = identity;
        this.database = database;
        this.clock = clock;
    }

    /**
     * Something that the signed plan asks somebody to answer.
     *
     * @param waitsFor whom it waits for: whom the plan names, or the owner where that is nobody who sees the brief
     * @param answer null until there is one
     * @param mayAnswer whether whoever asks may
     */
    public record NoticeView(
            long id,
            long briefId,
            String brief,
            String question,
            FollowNotice.Kind kind,
            String who,
            String waitsFor,
            LocalDate day,
            String words,
            Instant madeAt,
            @Nullable String answer,
            @Nullable String answeredBy,
            @Nullable Instant answeredAt,
            boolean mayAnswer) {}

    void begin(@Observes @Priority(6100) StartupEvent event) {
        reminding = new Recurring("notices", this::remind, FIRST, BETWEEN);
    }

    void end(@Observes ShutdownEvent event) {
        if (reminding != null) reminding.end();
    }

    /** Notes each limit that a batch crosses, once. Needs a transaction. */
    void judge(FollowBatch batch, ReleaseDocument release, BatchFigures figures) {
        List<AuthorText.Watch> plan = release.watched().monitoring();
        for (int i = 0; plan != null && i < plan.size(); i++) {
            AuthorText.Watch watch = plan.get(i);
            WatchLimit rule = watch.rule();
            if (rule == null || rule.of(figures) != WatchLimit.Standing.CROSSED) continue;
            note(
                    batch.briefId,
                    batch.releaseId,
                    FollowNotice.Kind.CROSSED,
                    "line " + i + " batch " + batch.id,
                    watch.who(),
                    batch.day,
                    "Batch of " + batch.day + ": " + PlanLine.crossed(watch, rule, figures));
        }
    }

    /** Notes batches that are overdue, each once. */
    @ActivateRequestContext
    public void remind() {
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        for (Release release : QuarkusTransaction.requiringNew().call(releases::inService)) {
            try {
                QuarkusTransaction.requiringNew().run(() -> remind(release, today));
            } catch (RuntimeException e) {
                LOG.warn("whether release " + release.id + " waits for a batch cannot be told", e);
            }
        }
    }

    /** Lines that are due on one day for one person are one notice. */
    private record Due(String who, LocalDate day) {}

    private void remind(Release release, LocalDate today) {
        Map<Due, TreeSet<String>> missing = new LinkedHashMap<>();
        for (PlanLine line : lines(release)) {
            if (!today.isAfter(line.due())) continue;
            missing.computeIfAbsent(new Due(line.watch().who(), line.due()), due -> new TreeSet<>())
                    .add(line.watch().what());
        }
        missing.forEach((due, what) -> note(
                release.briefId,
                release.id,
                FollowNotice.Kind.OVERDUE,
                "due " + due.day + " for " + due.who,
                due.who,
                due.day,
                "A batch of which this can be said was due on " + due.day + ": " + String.join("; ", what) + "."));
    }

    /** Typed lines of a release's plan beside its batches. Needs a transaction. */
    List<PlanLine> lines(Release release) {
        // one that ended while its row was being read may be known here as it stood before
        Stream<FollowBatch> batches =
                FollowBatch.<FollowBatch>list("releaseId = ?1 order by day, id", release.id).stream()
                        .filter(batch -> batch.figures != null);
        return PlanLine.of(
                releases.document(release).watched().monitoring(),
                batches.map(batch -> new PlanLine.Dated(batch.day, requireNonNull(batch.figures)))
                        .toList(),
                LocalDate.ofInstant(release.madeAt, ZoneOffset.UTC));
    }

    private void note(
            long briefId,
            long releaseId,
            FollowNotice.Kind kind,
            String mark,
            String who,
            LocalDate day,
            String words) {
        // two servers may look at once
        database.find(Brief.class, briefId, LockModeType.PESSIMISTIC_WRITE);
        if (FollowNotice.count("releaseId = ?1 and kind = ?2 and mark = ?3", releaseId, kind, mark) > 0) return;
        FollowNotice notice = new FollowNotice();
        notice.briefId = briefId;
        notice.releaseId = releaseId;
        notice.kind = kind;
        notice.mark = mark;
        notice.who = who;
        notice.day = day;
        notice.words = words;
        notice.madeAt = clock.instant();
        notice.persist();
        Trail.add(Trail.chain(briefId), Trail.SERVER, Act.NOTICE_MADE, "for " + who, words);
    }

    /** Of a brief: those that are open, then the answered ones, the newest first. */
    List<NoticeView> of(long briefId) {
        List<FollowNotice> open =
                FollowNotice.list("briefId = ?1 and answeredAt is null order by day desc, id desc", briefId);
        List<FollowNotice> answered =
                FollowNotice.list("briefId = ?1 and answeredAt is not null order by answeredAt desc", briefId);
        return Stream.concat(open.stream(), answered.stream()).map(this::view).collect(Collectors.toList());
    }

    /** Open ones that wait for whoever asks. */
    @ActivateRequestContext
    List<NoticeView> waiting() {
        List<FollowNotice> mine = FollowNotice.list(
                "answeredAt is null and (who = ?1 or briefId in (select b.id from Brief b where b.owner = ?1)) order by day desc, id desc",
                me());
        return mine.stream()
                .filter(notice -> waitsFor(notice).equals(me()))
                .map(this::view)
                .toList();
    }

    /** @throws BadInput if there are no words, or somebody has answered it already */
    @Transactional
    void answer(long id, @Nullable String words) {
        FollowNotice notice = database.find(FollowNotice.class, id, LockModeType.PESSIMISTIC_WRITE);
        if (!mayAnswer(notice)) {
            throw new ForbiddenException(
                    "It waits for " + waitsFor(notice) + ", and for whoever may change the brief.");
        }
        if (notice.answeredAt != null) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE,
                    "notice",
                    "was answered by " + notice.answeredBy,
                    "read what they said");
        }
        String said = words == null ? "" : words.strip();
        if (said.isEmpty()) throw BadInput.of("words", "are missing", "say in a sentence what follows from it");
        if (said.length() > LONGEST) throw BadInput.of("words", "are longer than 4,000 letters", "shorten them");
        notice.answer = said;
        notice.answeredBy = me();
        notice.answeredAt = clock.instant();
        Trail.brief(notice.briefId, Act.NOTICE_ANSWERED, notice.words, said);
    }

    private String me() {
        return identity.getPrincipal().getName();
    }

    private String waitsFor(FollowNotice notice) {
        boolean sees = access.of(notice.briefId, notice.who) != Right.NONE;
        return sees ? notice.who : briefs.get(notice.briefId).owner;
    }

    private boolean mayAnswer(FollowNotice notice) {
        return waitsFor(notice).equals(me()) || access.of(notice.briefId).compareTo(Right.WORK) >= 0;
    }

    private NoticeView view(FollowNotice notice) {
        Brief brief = briefs.get(notice.briefId);
        return new NoticeView(
                requireNonNull(notice.id),
                notice.briefId,
                brief.name,
                brief.question,
                notice.kind,
                notice.who,
                waitsFor(notice),
                notice.day,
                notice.words,
                notice.madeAt,
                notice.answer,
                notice.answeredBy,
                notice.answeredAt,
                notice.answeredAt == null && mayAnswer(notice));
    }
}
