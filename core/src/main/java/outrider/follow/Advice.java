package outrider.follow;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What to do after some batches, by fixed rules, the first that fits.
 *
 * <ol>
 *   <li>Something has fallen – capture or gain in the last batch beyond the uncertainty of both, or batch by batch (CUSUM), or a limit of the plan
 *       on a figure is crossed – and an input has moved far: look at that input.
 *   <li>No input has moved far, and no outcome is the event where ten or more were to be expected: look at the outcomes.
 *   <li>Something has fallen, no input has moved far, capture holds and the probabilities are off: recalibrate.
 *   <li>Something has fallen otherwise: begin a new brief.
 *   <li>Nothing has fallen, and an input has moved far: look at it.
 *   <li>The probabilities are off by more than a tenth and beyond the uncertainty of both: recalibrate.
 *   <li>A limit on the scores, the inputs or the share acted on is crossed: look at who comes.
 *   <li>Else carry on.
 * </ol>
 *
 * @param column to look at; null for none
 */
public record Advice(Kind kind, @Nullable String column, String words) {
    /** An index above this and above chance is far. */
    public static final double FAR = 0.1;

    private static final double TENTH = 0.1;
    /** Where so many events are expected, none comes by chance in fewer than 1 of 20,000. */
    private static final double SURELY_SOME = 10;

    /** What there is to do. */
    public enum Kind {
        CARRY_ON,
        LOOK_AT_INPUT,
        LOOK_AT_MIX,
        RECALIBRATE,
        NEW_BRIEF,
        LOOK_AT_OUTCOMES
    }

    /**
     * @param batches in the order of their days, at least one
     * @param plan limits of the signed plan
     */
    public static Advice of(List<BatchFigures> batches, List<WatchLimit> plan) {
        return of(batches, plan, null);
    }

    /** @param rate events a record as they were signed; null where that cannot be said */
    public static Advice of(List<BatchFigures> batches, List<WatchLimit> plan, @Nullable Double rate) {
        BatchFigures last = batches.get(batches.size() - 1);
        BatchFigures judged = null;
        Cusum capture = Cusum.NONE;
        Cusum gain = Cusum.NONE;
        for (BatchFigures batch : batches) {
            if (batch.differences() == null) continue;
            if (!batch.few()) judged = batch;
            capture = with(capture, batch.differences().capture());
            gain = with(gain, batch.differences().gain());
        }
        BatchFigures.Differences newest = judged == null ? null : judged.differences();
        Map<Watched, String> fallen = new EnumMap<>(Watched.class);
        fallen(fallen, Watched.CAPTURE, "capture", newest == null ? null : newest.capture(), capture);
        fallen(fallen, Watched.GAIN, "gain", newest == null ? null : newest.gain(), gain);
        List<String> others = new ArrayList<>();
        for (WatchLimit limit : plan) {
            BatchFigures says = limit.newest(batches);
            if (says == null || limit.of(says) != WatchLimit.Standing.CROSSED) continue;
            if (limit.measure().judgesOrder()) fallen.putIfAbsent(limit.measure(), beyond(limit, says));
            else others.add(beyond(limit, says));
        }
        Stability far = last.inputs().stream()
                .filter(s -> s.psi() > FAR && s.movedOfMany())
                .findFirst()
                .orElse(null);
        String off = judged == null ? null : off(judged);
        String what = fallen.isEmpty() ? "Nothing has fallen yet" : "Fallen: " + String.join(", ", fallen.values());
        if (far != null) return look(far, what);
        if (last.bySize() && rate != null && last.known() * rate >= SURELY_SOME && last.events() == 0) {
            return new Advice(
                    Kind.LOOK_AT_OUTCOMES,
                    null,
                    String.format(
                            Locale.ROOT,
                            "Look at the outcomes first: none of %,d is the event, where about %,.0f were to be expected.",
                            last.known(),
                            last.known() * rate));
        }
        if (!fallen.isEmpty()) {
            // AUC falls with the rate alone, capture does not
            boolean ordered = newest != null && newest.capture().holds() && !capture.ringsBelow();
            if (off != null && ordered) {
                return new Advice(Kind.RECALIBRATE, null, what + ". The order holds; " + off + ": recalibrate.");
            }
            return new Advice(
                    Kind.NEW_BRIEF, null, what + ". No input has moved far: begin a new brief on these records.");
        }
        if (off != null) return new Advice(Kind.RECALIBRATE, null, "Recalibrate: " + off + ". " + what + ".");
        if (!others.isEmpty()) {
            return new Advice(
                    Kind.LOOK_AT_MIX,
                    null,
                    "Look at who comes: " + String.join(", ", others) + ". No input has moved far. " + what + ".");
        }
        return new Advice(
                Kind.CARRY_ON,
                null,
                newest == null || last.few()
                        ? "Carry on. " + unjudged(last) + "; scores and inputs are as they were signed."
                        : "Carry on. Nothing has fallen beyond the doubt of both, and no input has moved far.");
    }

    private static String unjudged(BatchFigures last) {
        if (!last.bySize() || last.known() == 0) return "No outcome has arrived yet";
        if (last.early()) return "Fewer outcomes have arrived than the plan waits for";
        return String.format(
                Locale.ROOT,
                "The event is the outcome of %,d of %,d, too few of either kind to judge the last batch by itself",
                last.events(),
                last.known());
    }

    private static Cusum with(Cusum sum, SignedFigures.Difference difference) {
        Double standardised = difference.standardised();
        return standardised == null ? sum : sum.and(standardised, difference.common());
    }

    private static String beyond(WatchLimit limit, BatchFigures batch) {
        SignedFigures.Told told = limit.measure().of(batch);
        return limit.measure().words() + " " + limit.written(told == null ? null : told.value()) + " (plan: "
                + limit.words() + ")";
    }

    private static Advice look(Stability far, String what) {
        return new Advice(
                Kind.LOOK_AT_INPUT,
                far.column(),
                String.format(
                        Locale.ROOT,
                        "Look at %s first: its distribution has moved (%.3f, chance gives up to %.3f), most in “%s”. %s.",
                        far.column(),
                        far.psi(),
                        far.chanceHigh(),
                        far.most(),
                        what));
    }

    /** How far the probabilities are off, in words; null where that may be chance or is little. */
    private static @Nullable String off(BatchFigures batch) {
        SignedFigures.Told now =
                batch.figures() == null ? null : batch.figures().calibration();
        SignedFigures.Difference difference =
                batch.differences() == null ? null : batch.differences().calibration();
        Double ratio = now == null ? null : now.value();
        Double change = difference == null ? null : difference.value();
        if (ratio == null || difference == null || change == null || batch.few()) return null;
        if (!difference.beyond() || Math.abs(change) < TENTH) return null;
        return String.format(
                Locale.ROOT, "%.2f events came for each that the scores say, signed with %.2f", ratio, ratio - change);
    }

    private static void fallen(
            Map<Watched, String> fallen,
            Watched measure,
            String words,
            SignedFigures.@Nullable Difference newest,
            Cusum sum) {
        if (newest != null && !newest.holds()) fallen.put(measure, words + " in the last batch");
        else if (sum.ringsBelow())
            fallen.put(measure, String.format(Locale.ROOT, "%s, batch by batch (CUSUM %.1f of 5)", words, sum.down()));
    }
}
