package outrider.follow;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.uncertainty.PoissonDraw;

/**
 * What the stability index is where nothing has moved: (bands − 1)(1/n + 1/m) in the mean, and its points from χ² (METHODS section 10).
 * That does not hold where a band expects few records: there both sides are drawn.
 *
 * @param high the 95 % point, {@code ofMany} the one that any of all columns passes in 1 of 20
 */
record Chance(double mean, double high, double ofMany) {
    private static final double LEVEL = 0.05;
    /** A band that expects fewer records is too sparse for χ² (Cochran 1954). */
    private static final double SPARSE = 5;

    private static final int DRAWS = 4000;
    /** Rarer points than this one are read along the exponential tail beyond it. */
    private static final double TAIL = 0.0025;

    private static final double TAIL_FROM = 0.0125;
    private static final PoissonDraw NONE = new PoissonDraw(0);

    /** @param now records of the batch by the bands of the reference */
    static Chance of(Reference reference, int[] now, Stability.Looked looked) {
        double n = Arrays.stream(reference.counts()).sum() / looked.perUnit();
        double m = Arrays.stream(now).sum() / looked.perUnit();
        Null still = Null.of(reference, now, looked.perUnit());
        int bands = still.shares.length;
        if (bands < 2) return new Chance(0, 0, 0);
        double any = LEVEL / looked.columns();
        if (still.isSparse(Math.min(n, m))) return drawn(still.drawn(n, m, looked.seeds()), any);
        double per = 1 / n + 1 / m;
        ChiSquaredDistribution squares = new ChiSquaredDistribution(bands - 1);
        return new Chance(
                (bands - 1) * per,
                squares.inverseCumulativeProbability(1 - LEVEL) * per,
                squares.inverseCumulativeProbability(1 - any) * per);
    }

    private static Chance drawn(double[] found, double any) {
        Arrays.sort(found);
        double high = point(found, LEVEL);
        double ofMany = point(found, Math.max(any, TAIL));
        if (any < TAIL) {
            double step = (ofMany - point(found, TAIL_FROM)) / Math.log(TAIL_FROM / TAIL);
            ofMany += step * Math.log(TAIL / any);
        }
        return new Chance(Arrays.stream(found).average().orElse(0), high, Math.max(high, ofMany));
    }

    /**
     * A world in which nothing moved, by the bands that either side holds.
     *
     * @param never the band of levels never seen; −1 where neither side holds it
     * @param once levels that one record has, which say how many there are still to be seen (Good 1953)
     */
    private record Null(double[] shares, int never, double once) {
        static Null of(Reference reference, int[] now, double perUnit) {
            int[] counts = reference.counts();
            int unseen = reference.levels() == null ? -1 : reference.levels().size() + 1;
            double n = Arrays.stream(counts).sum() / perUnit;
            double[] shares = new double[counts.length];
            int bands = 0;
            int never = -1;
            for (int k = 0; k < counts.length; k++) {
                if (counts[k] == 0 && now[k] == 0) continue;
                if (k == unseen) never = bands;
                // half a record more, so that a band that was empty is no miracle
                shares[bands++] = (counts[k] / perUnit + 0.5) / n;
            }
            return new Null(Arrays.copyOf(shares, bands), never, once(reference, perUnit));
        }

        /** Of the levels beyond the commonest, going by how many records they have in the mean (log series, Fisher 1943). */
        private static double once(Reference reference, double perUnit) {
            if (reference.levels() == null
                    || reference.rarer() == null
                    || reference.rarer().isEmpty()) return 0.5;
            double levels = reference.rarer().size();
            double mean = reference.counts()[reference.levels().size()] / perUnit / levels;
            double low = 0;
            double high = 1;
            for (int step = 0; step < 60; step++) {
                double theta = (low + high) / 2;
                if (-theta / ((1 - theta) * Math.log1p(-theta)) < mean) low = theta;
                else high = theta;
            }
            return levels * (mean <= 1 ? 1 : mean * (1 - low));
        }

        boolean isSparse(double records) {
            return never >= 0 || Arrays.stream(shares).min().orElse(0) * records < SPARSE;
        }

        double[] drawn(double n, double m, Seeds seeds) {
            PoissonDraw[] then = draws(n);
            PoissonDraw[] now = draws(m);
            PoissonDraw seenOnce = new PoissonDraw(once);
            Map<Integer, PoissonDraw> unseen = new HashMap<>();
            RandomStream random = seeds.stream("stability");
            double[] found = new double[DRAWS];
            for (int i = 0; i < DRAWS; i++) {
                if (never >= 0) {
                    then[never] = NONE;
                    now[never] = unseen.computeIfAbsent(
                            seenOnce.next(random), levels -> new PoissonDraw(Math.max(0.5, levels) * m / n));
                }
                double[] expected = one(then, random);
                double[] actual = one(now, random);
                for (int k = 0; k < then.length; k++) found[i] += Stability.part(expected[k], actual[k]);
            }
            return found;
        }

        private PoissonDraw[] draws(double records) {
            return Arrays.stream(shares)
                    .mapToObj(share -> new PoissonDraw(share * records))
                    .toArray(PoissonDraw[]::new);
        }

        /** Shares of a draw; one without any record is drawn again. */
        private static double[] one(PoissonDraw[] bands, RandomStream random) {
            double[] counts = new double[bands.length];
            double sum = 0;
            while (sum == 0) {
                for (int k = 0; k < bands.length; k++) sum += counts[k] = bands[k].next(random);
            }
            for (int k = 0; k < counts.length; k++) counts[k] /= sum;
            return counts;
        }
    }

    private static double point(double[] sorted, double above) {
        return sorted[Math.min(sorted.length - 1, (int) Math.ceil((1 - above) * sorted.length) - 1)];
    }
}
