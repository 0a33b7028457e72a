package outrider.server.schedule;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.Reasons;
import outrider.server.brief.Briefs;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.work.WorkStatus;

/** Which lists are scored by themselves, and what became of each. */
@ApplicationScoped
public class Schedules {
    private static final int SHOWN = 10;

    private final Places places;
    private final Briefs briefs;
    private final EntityManager database;
    private final Clock clock;

    Schedules(Places places, Briefs briefs, EntityManager database, Clock clock) {
        this.places = places;
        this.briefs = briefs;
        this.database = database;
        this.clock = clock;
    }

    /** What became of a list. */
    public record ScheduledRunView(
            long id,
            String item,
            WorkStatus status,
            @Nullable String message,
            @Nullable Integer version,
            @Nullable Integer records,
            @Nullable Integer acted,
            Instant begunAt,
            @Nullable Instant endedAt) {}

    /**
     * A place that is looked at for lists to score, and its runs.
     *
     * @param hour of the day, UTC; null as soon as a list comes
     * @param followed whether each list becomes a batch
     */
    public record ScheduleView(
            long id,
            String place,
            String words,
            @Nullable Integer hour,
            int reasons,
            boolean followed,
            String madeBy,
            List<ScheduledRunView> runs) {}

    Schedule get(long id) {
        Schedule schedule = Schedule.findById(id);
        if (schedule == null) throw new NotFoundException("there is no schedule " + id);
        return schedule;
    }

    /** Those that have not ended. */
    @Transactional
    List<Schedule> active() {
        return Schedule.list("endedAt is null order by id");
    }

    @ActivateRequestContext
    List<ScheduleView> of(long briefId) {
        return Schedule.<Schedule>list("briefId = ?1 and endedAt is null order by id", briefId).stream()
                .map(this::view)
                .toList();
    }

    private ScheduleView view(Schedule schedule) {
        List<ScheduledRun> runs = ScheduledRun.<ScheduledRun>find("scheduleId = ?1 order by id desc", schedule.id)
                .page(0, SHOWN)
                .list();
        String words;
        try {
            words = places.named(schedule.place, schedule.briefId).words();
        } catch (BadInput e) {
            words = String.valueOf(e.getMessage());
        }
        return new ScheduleView(
                schedule.id,
                schedule.place,
                words,
                schedule.hour,
                schedule.reasons,
                schedule.followed,
                schedule.madeBy,
                runs.stream()
                        .map(r -> new ScheduledRunView(
                                r.id, r.item, r.status, r.message, r.version, r.records, r.acted, r.begunAt, r.endedAt))
                        .toList());
    }

    /**
     * @param hour of the day, UTC; null as soon as a list comes
     * @throws BadInput if there is no such place, it is taken, or the hour is none
     */
    @Transactional
    long make(long briefId, String place, @Nullable Integer hour, int reasons, boolean followed, String by) {
        briefs.get(briefId);
        Places.Place named = places.named(place, briefId);
        Reasons.demand(reasons);
        if (hour != null && (hour < 0 || hour > 23)) {
            throw BadInput.of("hour", "is " + hour, "give 0 to 23, or none for lists that are scored when they come");
        }
        if (hour == null && named.in() == null) {
            throw BadInput.of("hour", "is missing", "a table does not come: give the hour of the day, 0 to 23");
        }
        if (Schedule.count("place = ?1 and endedAt is null", place) > 0) {
            throw BadInput.state(
                    BadInput.Code.ALREADY_DONE, "place", "“" + place + "” is scored already", "end that one first");
        }
        Schedule schedule = new Schedule();
        schedule.briefId = briefId;
        schedule.place = place;
        schedule.hour = hour;
        schedule.reasons = reasons;
        schedule.followed = followed;
        schedule.madeBy = by;
        schedule.madeAt = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        schedule.persist();
        Trail.add(
                Trail.chain(briefId),
                by,
                Act.SCHEDULE_MADE,
                place,
                hour == null ? "as lists come" : "daily at " + hour + ":00 UTC");
        return schedule.id;
    }

    @Transactional
    void end(long id, String by) {
        Schedule schedule = get(id);
        if (schedule.endedAt != null) return;
        schedule.endedAt = clock.instant();
        schedule.endedBy = by;
        Trail.add(Trail.chain(schedule.briefId), by, Act.SCHEDULE_ENDED, schedule.place, "");
    }

    /**
     * Notes a list that is due; one that was noted in the same state is left alone.
     *
     * @return its number where it is to be scored; null otherwise
     */
    @Transactional
    @Nullable
    Long due(long scheduleId, String item, String mark) {
        List<?> made = database.createNativeQuery("""
                        insert into scheduled_run (schedule_id, item, mark, status, begun_at) values (?1, ?2, ?3, 'waiting', ?4)
                        on conflict (schedule_id, item, mark) do nothing returning id""")
                .setParameter(1, scheduleId)
                .setParameter(2, item)
                .setParameter(3, mark)
                .setParameter(4, clock.instant())
                .getResultList();
        return made.isEmpty() ? null : ((Number) made.get(0)).longValue();
    }

    /**
     * Lists that failed, and are to be tried again.
     *
     * @param before those that have waited since; null for all of the schedule
     */
    @Transactional
    List<Long> again(long scheduleId, @Nullable Instant before) {
        List<ScheduledRun> failed = ScheduledRun.list(
                "scheduleId = ?1 and status = ?2 and endedAt < ?3 order by id",
                scheduleId,
                WorkStatus.FAILED,
                before == null ? clock.instant() : before);
        failed.forEach(run -> run.status = WorkStatus.WAITING);
        return failed.stream().map(run -> run.id).toList();
    }
}
