package outrider.uncertainty;

import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Tests of candidates against a leader, adjusted by Holm 1979 (METHODS section 4): over the others where somebody named the leader, over
 * all pairs where the same records chose it.
 *
 * @param adjusted p value of each candidate against the leader; null for the leader and where it is unknown
 * @param number how many p values were adjusted together
 */
public record LeaderTests(Double[] adjusted, int number) {
    /** The two-sided p value of a pair, or null. */
    public interface PairTest {
        @Nullable
        Double pValue(int first, int second);
    }

    /** O(candidates) pairs, or O(candidates²) where nobody named the leader. */
    public static LeaderTests of(int candidates, int leader, boolean named, PairTest test) {
        int[][] pairs = IntStream.range(0, candidates)
                .boxed()
                .flatMap(i -> IntStream.range(i + 1, candidates).mapToObj(j -> new int[] {i, j}))
                .filter(pair -> !named || pair[0] == leader || pair[1] == leader)
                .toArray(int[][]::new);
        Double[] p = IntStream.range(0, pairs.length)
                .parallel()
                .mapToObj(t -> test.pValue(pairs[t][0], pairs[t][1]))
                .toArray(Double[]::new);
        Double[] holm = Verdict.holm(p);
        Double[] adjusted = new Double[candidates];
        for (int t = 0; t < pairs.length; t++) {
            if (pairs[t][0] == leader) adjusted[pairs[t][1]] = holm[t];
            else if (pairs[t][1] == leader) adjusted[pairs[t][0]] = holm[t];
        }
        return new LeaderTests(adjusted, pairs.length);
    }
}
