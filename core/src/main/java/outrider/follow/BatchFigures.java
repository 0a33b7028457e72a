package outrider.follow;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.Table;

/**
 * A batch beside what was signed (METHODS section 10): what can be said before outcomes, and after.
 *
 * @param acted records with a score at the signed threshold or above
 * @param known records whose outcome has arrived, and {@code events} of them; the others are counted and never taken for non-events
 * @param score how far the scores have moved, and {@code inputs} each column, the most moved beyond chance first
 * @param figures of the records whose outcome is known, at the signed threshold; null where none is, or all are alike
 * @param differences from the signed figures; null likewise, and while it is early
 * @param early whether fewer outcomes have arrived than the plan waits for: figures are told, and nothing is judged by them
 */
public record BatchFigures(
        int records,
        int acted,
        int known,
        int events,
        Stability score,
        List<Stability> inputs,
        SignedFigures.@Nullable Measures figures,
        @Nullable Differences differences,
        boolean early) {

    /** Fewer events or others than this say too little (METHODS section 4). */
    private static final int ENOUGH = 20;

    static boolean few(int known, int events) {
        return Math.min(events, known - events) < ENOUGH;
    }

    /** Whether outcomes have arrived, and too few events or others are among them to judge the batch by itself. */
    public boolean few() {
        return bySize() && known > 0 && few(known, events);
    }

    /** Whether it was judged with its size allowed for; not so by rules before 10. */
    boolean bySize() {
        return score.chanceOfMany() != null;
    }

    /** Without the inputs that stand where they stood. */
    public BatchFigures withMovedInputs() {
        List<Stability> moved = inputs.stream().filter(Stability::moved).toList();
        return new BatchFigures(records, acted, known, events, score, moved, figures, differences, early);
    }

    /** Each figure less the signed one. */
    public record Differences(
            SignedFigures.Difference capture,
            SignedFigures.Difference lift,
            SignedFigures.Difference precision,
            SignedFigures.Difference gain,
            SignedFigures.Difference auc,
            SignedFigures.@Nullable Difference calibration) {
        /** As {@link SignedFigures.Difference#of(SignedFigures.Told, SignedFigures.Told, int, Double)} takes them. */
        static Differences of(
                SignedFigures.Measures signed, SignedFigures.Measures now, int many, @Nullable Double few) {
            return new Differences(
                    SignedFigures.Difference.of(signed.capture(), now.capture(), many, few),
                    SignedFigures.Difference.of(signed.lift(), now.lift(), many, few),
                    SignedFigures.Difference.of(signed.precision(), now.precision(), many, few),
                    SignedFigures.Difference.of(signed.gain(), now.gain(), many, few),
                    SignedFigures.Difference.of(signed.auc(), now.auc(), many, few),
                    signed.calibration() == null || now.calibration() == null
                            ? null
                            : SignedFigures.Difference.of(signed.calibration(), now.calibration(), many, few));
        }
    }

    /** @param read the batch's columns as the model reads them */
    public static BatchFigures of(SignedFigures signed, Table read, Judged judged) {
        List<Stability> inputs = new ArrayList<>();
        for (Reference reference : signed.inputs()) {
            if (read.has(reference.column()))
                inputs.add(judged.stability(reference, read, signed.inputs().size()));
        }
        inputs.sort(Comparator.comparingDouble(s -> -(s.psi() - s.chanceHigh())));
        double[] score = judged.score();
        Double threshold = judged.threshold();
        int acted = 0;
        for (double one : score) if (threshold != null && one >= threshold) acted++;
        int[] known = judged.known(IntStream.range(0, score.length).toArray());
        SignedFigures.Measures figures = judged.measures(known);
        boolean early = judged.early();
        return new BatchFigures(
                score.length,
                acted,
                known.length,
                judged.events(known),
                judged.bySize()
                        ? Stability.of(signed.score(), score, judged.looked(1))
                        : Stability.of(signed.score(), score),
                List.copyOf(inputs),
                figures,
                judged.differences(signed.figures(), figures, known, 1),
                early);
    }
}
