package outrider.casefile;

import java.util.List;
import java.util.function.Function;
import outrider.exchange.ValidationScores;
import outrider.learn.Learner;
import outrider.learn.Settings;

/**
 * A finished candidate as figures are computed from it.
 *
 * @param settings in words
 * @param parameterCount how many numbers its model holds; null where unknown
 * @param probability whether its scores are probabilities
 * @param inputs columns it reads
 * @param score of any records of the case
 */
public record ScoredCandidate(
        String name,
        Learner kind,
        String settings,
        Long parameterCount,
        boolean probability,
        List<String> inputs,
        ValidationScores scored,
        Function<int[], double[]> score) {

    static String words(Learner kind, Settings settings) {
        return settings.words().isEmpty() ? kind.words() : kind.words() + ", " + settings.words();
    }
}
