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
 * @param score of any records of the case
 * @param trainingScore of training by models that did not see the record, where there are any; else its own
 */
public record ScoredCandidate(
        String name,
        Learner kind,
        String settings,
        Long parameterCount,
        boolean probability,
        List<String> inputs,
        ValidationScores scored,
        Function<int[], double[]> score,
        Supplier<TrainingScores> trainingScore) {

    static String words(Learner kind, Settings settings) {
        return settings.words().isEmpty() ? kind.words() : kind.words() + ", " + settings.words();
    }
}
