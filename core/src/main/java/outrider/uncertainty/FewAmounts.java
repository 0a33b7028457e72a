package outrider.uncertainty;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.rank.IndexedRanking;

/**
 * That at most a tenth of the amounts of the events acted on make half of their sum. Resamples of such records hold none that are larger,
 * though there may be some: the interval of money is then too narrow (docs/coverage.md has in how many samples it holds the truth).
 *
 * @param amounts above 0 of the events acted on; of units where records stand in some
 * @param half how many of the largest make half of the sum
 */
public record FewAmounts(int amounts, int half) {
    private static final int SHARE = 10;
    /** As many carry a sum whatever their share. */
    private static final int ENOUGH = 50;

    /**
     * @param ranked of the sample
     * @param rank 0 … N; of a tie group that it cuts every record counts
     * @return null where no few make half, and without values
     */
    public static @Nullable FewAmounts of(Sample sample, IndexedRanking ranked, double rank) {
        double[] value = sample.value();
        if (value == null || rank <= 0) return null;
        double[] weight = sample.weight();
        int[] unit = sample.unit();
        int last = ranked.ranking().pointAtOrAfter(rank);
        double[] amount = new double[value.length];
        for (int i = 0; i < value.length; i++) {
            if (sample.outcome()[i] == 0 || ranked.point()[i] > last) continue;
            amount[unit == null ? i : unit[i]] += weight == null ? value[i] : weight[i] * value[i];
        }
        double[] sorted = Arrays.stream(amount).filter(a -> a > 0).sorted().toArray();
        double sum = Arrays.stream(sorted).sum();
        double largest = 0;
        int half = 0;
        while (half < sorted.length && largest < sum / 2) largest += sorted[sorted.length - ++half];
        return half > 0 && half <= ENOUGH && (long) half * SHARE <= sorted.length
                ? new FewAmounts(sorted.length, half)
                : null;
    }
}
