package outrider.doubt;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.rank.Ranking;

/**
 * Percentile bootstrap bands of the events reached and of the capture rate along the depth (METHODS section 4). Records are
 * resampled as counts in fine rank bands: a band's events and non-events are Poisson around what was seen, which is the
 * record bootstrap but for the total, and the depth is read on each replicate's own total.
 */
public final class Bootstrap {
    public static final int REPLICATES = 2000;
    private static final int BANDS = 400;

    /**
     * At {@code depth[i]} of the population: 2.5 % and 97.5 % of the events reached (scaled to N records) and of the capture rate.
     */
    public record Band(
            double[] depth, double[] eventsLow, double[] eventsHigh, double[] captureLow, double[] captureHigh) {}

    private Bootstrap() {}

    /** @param depths ascending, in (0, 1]. O(REPLICATES · (bands + depths)). */
    public static Band along(Ranking ranking, double[] depths, RandomStream random) {
        int bands = (int) Math.min(BANDS, Math.max(1, ranking.total()));
        double[] size = new double[bands];
        double[] hits = new double[bands];
        double total = ranking.total();
        for (int b = 0; b < bands; b++) {
            double from = b * total / bands;
            double to = (b + 1) * total / bands;
            hits[b] = Math.max(0, ranking.eventsAt(to) - ranking.eventsAt(from));
            size[b] = to - from;
        }
        double[][] reached = new double[depths.length][REPLICATES];
        double[][] capture = new double[depths.length][REPLICATES];
        double[] n = new double[bands + 1];
        double[] p = new double[bands + 1];
        for (int r = 0; r < REPLICATES; r++) {
            for (int b = 0; b < bands; b++) {
                int events = random.nextPoisson(hits[b]);
                p[b + 1] = p[b] + events;
                n[b + 1] = n[b] + events + random.nextPoisson(Math.max(0, size[b] - hits[b]));
            }
            readDepths(depths, n, p, total, r, reached, capture);
        }
        Band band = new Band(
                depths,
                new double[depths.length],
                new double[depths.length],
                new double[depths.length],
                new double[depths.length]);
        for (int d = 0; d < depths.length; d++) {
            Arrays.sort(reached[d]);
            Arrays.sort(capture[d]);
            band.eventsLow()[d] = percentile(reached[d], 0.025);
            band.eventsHigh()[d] = percentile(reached[d], 0.975);
            band.captureLow()[d] = percentile(capture[d], 0.025);
            band.captureHigh()[d] = percentile(capture[d], 0.975);
        }
        return band;
    }

    private static void readDepths(
            double[] depths, double[] n, double[] p, double total, int r, double[][] reached, double[][] capture) {
        int bands = n.length - 1;
        int b = 0;
        for (int d = 0; d < depths.length; d++) {
            double rank = depths[d] * n[bands];
            while (b < bands - 1 && n[b + 1] < rank) b++;
            double step = n[b + 1] - n[b];
            double events = step == 0 ? p[b + 1] : p[b] + (rank - n[b]) * (p[b + 1] - p[b]) / step;
            reached[d][r] = n[bands] == 0 ? 0 : events * total / n[bands];
            capture[d][r] = p[bands] == 0 ? 0 : events / p[bands];
        }
    }

    /** Linear between order statistics. */
    static double percentile(double[] sorted, double share) {
        double at = share * (sorted.length - 1);
        int low = (int) at;
        int high = Math.min(sorted.length - 1, low + 1);
        return sorted[low] + (at - low) * (sorted[high] - sorted[low]);
    }
}
