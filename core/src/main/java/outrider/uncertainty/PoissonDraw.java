package outrider.uncertainty;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;

/** Draws Poisson numbers of one mean many times: from the table of its distribution below 50, rounded normal above. */
final class PoissonDraw {
    private static final double TABLED_BELOW = 50;
    private static final double SCANNED_BELOW = 5;

    private final double mean;
    private final double spread;
    private final double @Nullable [] upTo;

    /** @param mean >= 0 */
    PoissonDraw(double mean) {
        this.mean = mean;
        this.spread = Math.sqrt(mean);
        this.upTo = mean < TABLED_BELOW ? table(mean) : null;
    }

    private static double[] table(double mean) {
        double[] upTo = new double[(int) (mean + 12 * Math.sqrt(mean)) + 20];
        double share = StrictMath.exp(-mean);
        double sum = 0;
        for (int k = 0; k < upTo.length; k++) {
            sum += share;
            upTo[k] = sum;
            share *= mean / (k + 1);
        }
        return upTo;
    }

    int next(RandomStream random) {
        if (mean == 0) return 0;
        if (upTo == null) return (int) Math.max(0, Math.rint(mean + spread * normal(random)));
        double u = random.nextDouble();
        if (mean < SCANNED_BELOW) {
            int count = 0;
            while (count < upTo.length - 1 && u >= upTo[count]) count++;
            return count;
        }
        int at = Arrays.binarySearch(upTo, u);
        return Math.min(upTo.length - 1, at >= 0 ? at + 1 : -at - 1);
    }

    /** Standard normal to a hundredth of its kurtosis: the smoothed binomial of 256 fair bits. */
    static double normal(RandomStream random) {
        int ones = 0;
        for (int i = 0; i < 4; i++) ones += Long.bitCount(random.nextLong());
        return (ones - 128 + random.nextDouble() - 0.5) / Math.sqrt(64 + 1 / 12.0);
    }
}
