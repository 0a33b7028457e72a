package outrider.learn;

import java.util.Arrays;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Training records with a score each, in order.
 *
 * @param rows by record number
 */
public record TrainingScores(int[] rows, double[] scores) {

    /**
     * By models that did not see the records, where there are any.
     *
     * @param training all of it, by record number
     * @param outOfFold one a training record, NaN for those that no fold holds; null where there are none
     * @param own the candidate's own scores, which then serve
     */
    public static TrainingScores unseen(int[] training, double @Nullable [] outOfFold, Supplier<double[]> own) {
        if (outOfFold == null) return new TrainingScores(training, own.get());
        int[] scored = OutOfFold.scored(outOfFold);
        return new TrainingScores(
                Arrays.stream(scored).map(i -> training[i]).toArray(),
                Arrays.stream(scored).mapToDouble(i -> outOfFold[i]).toArray());
    }
}
