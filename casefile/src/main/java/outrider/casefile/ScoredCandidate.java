package outrider.casefile;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import outrider.exchange.ValidationScores;
import outrider.learn.Learner;
import outrider.learn.Settings;
import outrider.learn.TrainingScores;

/**
 * A finished candidate as figures are computed from it.
 *
 * @param settings in words
 * @param parameterCount how many numbers its model holds; null where unknown
 * @param probability whether its scores are probabilities
 * @param inputs columns it reads
 * @param scored on validation
 */
public record ScoredCandidate(
        String name,
        Learner kind,
        String settings,
        Long parameterCount,
        boolean probability,
        List<String> inputs,
        ValidationScores scored,
        Elsewhere elsewhere) {

    /**
     * Its scores of other records, worked out when asked for.
     *
     * @param of any records of the case
     * @param onTraining by models that did not see the record, where there are any; else its own
     */
    public record Elsewhere(Function<int[], double[]> of, Supplier<TrainingScores> onTraining) {}

    static String words(Learner kind, Settings settings) {
        return settings.words().isEmpty() ? kind.words() : kind.words() + ", " + settings.words();
    }
}
