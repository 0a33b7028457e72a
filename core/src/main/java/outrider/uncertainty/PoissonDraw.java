package outrider.uncertainty;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;

/** Draws Poisson numbers of one mean many times: from the table of its distribution below 50, rounded normal above. */
public final class PoissonDraw {
    private static final double TABLED_BELOW = 50;
    private static final double SCANNED_BELOW = 5;

    private static final PoissonDraw ONE = new PoissonDraw(1);
    /** The number of mean 1 for each number of 16 bits, where these decide; else -1. */
    private static final byte[] OF_ONE = ofOne();

    private final double mean;
    private final double spread;
    private final double @Nullable [] upTo;

    /** @param mean >= 0 */
    public PoissonDraw(double mean) {
        this.mean = mean;
        this.spread = Math.sqrt(mean);
        this.upTo = mean < TABLED_BELOW ? table(mean) : null;
    }

    /** One for each mean, those of the same small mean shared. */
    static PoissonDraw[] each(double[] means) {
        PoissonDraw[] known = new PoissonDraw[(int) TABLED_BELOW];
        PoissonDraw[] draws = new PoissonDraw[means.length];
        for (int i = 0; i < means.length; i++) {
            int small = means[i] < TABLED_BELOW && means[i] == Math.rint(means[i]) ? (int) means[i] : -1;
            if (small < 0) draws[i] = new PoissonDraw(means[i]);
            else draws[i] = known[small] == null ? known[small] = new PoissonDraw(small) : known[small];
        }
        return draws;
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

    public int next(RandomStream random) {
        if (mean == 0) return 0;
        if (upTo == null) return (int) Math.max(0, Math.rint(mean + spread * normal(random)));
        return upTo(random.nextDouble());
    }

    /** The number below which lies this share of all draws. */
    private int upTo(double u) {
        double[] upTo = requireNonNull(this.upTo);
        if (mean < SCANNED_BELOW) {
            int count = 0;
            while (count < upTo.length - 1 && u >= upTo[count]) count++;
            return count;
        }
        int at = Arrays.binarySearch(upTo, u);
        return Math.min(upTo.length - 1, at >= 0 ? at + 1 : -at - 1);
    }

    /** A number of mean 1 by 16 random bits, and more where these do not decide. */
    static int one(int bits, RandomStream random) {
        int count = OF_ONE[bits];
        return count >= 0 ? count : ONE.upTo((bits + random.nextDouble()) / OF_ONE.length);
    }

    private static byte[] ofOne() {
        byte[] table = new byte[1 << Short.SIZE];
        for (int bits = 0; bits < table.length; bits++) {
            int from = ONE.upTo(bits / (double) table.length);
            int to = ONE.upTo(Math.nextDown((bits + 1) / (double) table.length));
            table[bits] = (byte) (from == to ? from : -1);
        }
        return table;
    }

    /** Standard normal to a hundredth of its kurtosis: the smoothed binomial of 256 fair bits. */
    static double normal(RandomStream random) {
        int ones = 0;
        for (int i = 0; i < 4; i++) ones += Long.bitCount(random.nextLong());
        return (ones - 128 + random.nextDouble() - 0.5) / Math.sqrt(64 + 1 / 12.0);
    }
}
