package outrider.server.candidate;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.learn.Settings;
import outrider.server.work.WorkStatus;

/**
 * A candidate as it is listed.
 *
 * @param settings every setting's value
 * @param changes against the candidate it was begun from; null where there is none
 * @param secondsLeft of a running fit, from its pace so far; null before there is one
 * @param seconds that fitting took; null until it is done
 * @param parameterCount how many numbers the model holds
 */
public record CandidateView(
        long id,
        String name,
        String kind,
        String kindWords,
        boolean reference,
        Map<String, Object> settings,
        String settingsWords,
        List<String> inputs,
        WorkStatus status,
        double progress,
        @Nullable String step,
        @Nullable String message,
        @Nullable Double secondsLeft,
        @Nullable Double seconds,
        @Nullable Boolean probability,
        @Nullable Long parameterCount,
        String notes,
        List<String> tags,
        @Nullable Changes changes) {

    /** What differs from the candidate {@code basedOn}. */
    public record Changes(
            long basedOn,
            String basedOnName,
            @Nullable String kindBefore,
            List<String> added,
            List<String> removed,
            List<Settings.Change> settings) {
        static Changes of(Candidate now, Candidate before) {
            List<String> added = new ArrayList<>(now.inputs);
            added.removeAll(before.inputs);
            List<String> removed = new ArrayList<>(before.inputs);
            removed.removeAll(now.inputs);
            return new Changes(
                    before.id,
                    before.name,
                    now.kind == before.kind ? null : before.kind.words(),
                    added,
                    removed,
                    now.checkedSettings().changesFrom(before.checkedSettings()));
        }
    }

    /** @param ahead what a candidate that waits is told that it waits for */
    static CandidateView of(Candidate c, @Nullable String ahead, Instant now) {
        Candidate before = c.basedOn == null ? null : Candidate.findById(c.basedOn);
        Settings settings = c.checkedSettings();
        return new CandidateView(
                c.id,
                c.name,
                c.kind.name(),
                c.kind.words(),
                c.kind.reference(),
                settings.values(),
                settings.words(),
                c.inputs,
                c.status,
                c.progress,
                c.status == WorkStatus.WAITING ? ahead : c.step,
                c.message,
                secondsLeft(c, now),
                c.seconds,
                c.probability,
                c.parameterCount,
                c.notes,
                c.tags,
                before == null ? null : Changes.of(c, before));
    }

    private static @Nullable Double secondsLeft(Candidate c, Instant now) {
        if (c.status != WorkStatus.RUNNING || c.startedAt == null || c.progress < 0.03) return null;
        double gone = Duration.between(c.startedAt, now).toMillis() / 1000.0;
        return Math.rint(gone * (1 - c.progress) / c.progress);
    }
}
