package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.follow.BatchFigures;
import outrider.follow.SignedFigures;
import outrider.follow.WatchLimit;

/**
 * A typed line of a signed monitoring plan beside the batches.
 *
 * @param line its number in the plan, from 0
 * @param standing of the newest batch that can say it
 * @param shown what that batch shows, written as the limit is, {@code interval} in which it lies; "–" and null where nothing can be said
 * @param day of that batch; null likewise, and where nobody said
 * @param due by when the next batch that can say it is to be there
 */
public record PlanLine(
        int line,
        AuthorText.Watch watch,
        WatchLimit.Standing standing,
        String shown,
        @Nullable String interval,
        @Nullable LocalDate day,
        LocalDate due) {

    /**
     * A batch's figures.
     *
     * @param day null where nobody said
     */
    public record Dated(@Nullable LocalDate day, BatchFigures figures) {}

    /**
     * @param plan of the release; null for one without
     * @param batches in the order of their days
     * @param since the day of the release, from which the first is due
     */
    public static List<PlanLine> of(@Nullable List<AuthorText.Watch> plan, List<Dated> batches, LocalDate since) {
        List<PlanLine> lines = new ArrayList<>();
        for (int i = 0; plan != null && i < plan.size(); i++) {
            AuthorText.Watch watch = plan.get(i);
            WatchLimit rule = watch.rule();
            if (rule != null) lines.add(of(i, watch, rule, batches, since));
        }
        return lines;
    }

    private static PlanLine of(
            int line, AuthorText.Watch watch, WatchLimit rule, List<Dated> batches, LocalDate since) {
        BatchFigures says = rule.newest(batches.stream().map(Dated::figures).toList());
        Dated last =
                batches.stream().filter(b -> b.figures() == says).findFirst().orElse(null);
        LocalDate day = last == null ? null : last.day();
        LocalDate due = rule.every().after(day == null || day.isBefore(since) ? since : day);
        if (last == null) return new PlanLine(line, watch, WatchLimit.Standing.UNKNOWN, "–", null, null, due);
        SignedFigures.Told told = requireNonNull(rule.measure().of(last.figures()));
        return new PlanLine(
                line, watch, rule.of(last.figures()), rule.written(told.value()), interval(rule, told), day, due);
    }

    private static @Nullable String interval(WatchLimit rule, SignedFigures.Told told) {
        boolean none = told.low() == null || told.high() == null || told.low().equals(told.high());
        return none ? null : rule.written(told.low()) + " to " + rule.written(told.high());
    }

    /** What a crossed limit says, in a sentence. */
    public static String crossed(AuthorText.Watch watch, WatchLimit rule, BatchFigures batch) {
        SignedFigures.Told told = rule.measure().of(batch);
        if (told == null) return "";
        String interval = interval(rule, told);
        return capital(watch.what()) + " is " + rule.written(told.value())
                + (interval == null ? "" : " (" + interval + ")") + "; the signed plan says " + watch.limit() + ".";
    }

    private static String capital(String words) {
        return words.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + words.substring(1);
    }
}
