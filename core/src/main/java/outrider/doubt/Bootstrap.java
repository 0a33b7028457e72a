package outrider.doubt;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;

/**
 * Percentile bootstrap bands along the depth (METHODS section 4). Records are resampled as counts in fine rank bands: a band's
 * events and non-events are Poisson around what was seen, which is the record bootstrap but for the total, and the depth is
 * read on each replicate's own total.
 */
public final class Bootstrap {
    public static final int REPLICATES = 2000;
    private static final int BANDS = 400;

    /**
     * At {@code depth[i]} of the population: 2.5 % and 97.5 % of the events reached (scaled to N records) and of the capture
     * rate; with a value column of the gain over nobody too, else those are null and follow from the events.
     */
    public record Band(
            double[] depth,
            double[] eventsLow,
            double[] eventsHigh,
            double[] captureLow,
            double[] captureHigh,
            double[] gainLow,
            double[] gainHigh) {

        /** Low and high gain over nobody at each depth. */
        public double[][] gains(NetValue money, double total) {
            if (gainLow != null) return new double[][] {gainLow, gainHigh};
            double[][] gains = new double[2][depth.length];
            for (int d = 0; d < depth.length; d++) {
                double one = money.gainOf(depth[d] * total, eventsLow[d]);
                double other = money.gainOf(depth[d] * total, eventsHigh[d]);
                gains[0][d] = Math.min(one, other);
                gains[1][d] = Math.max(one, other);
            }
            return gains;
        }
    }

    private Bootstrap() {}

    /** Without money. @param depths ascending, in (0, 1]. O(REPLICATES · (bands + depths)). */
    public static Band along(Ranking ranking, double[] depths, RandomStream random) {
        return along(ranking, depths, null, random);
    }

    /** @param worth of the gain over nobody where the ranking has values, else not read */
    public static Band along(Ranking ranking, double[] depths, NetValue.Worth worth, RandomStream random) {
        boolean valued = ranking.hasValues() && worth != null;
        Draws draws = new Draws(ranking, depths, valued ? worth : null);
        for (int r = 0; r < REPLICATES; r++) draws.one(r, random);
        double[][] low = new double[3][];
        double[][] high = new double[3][];
        for (int f = 0; f < 3; f++) {
            if (f == 2 && !valued) continue;
            low[f] = new double[depths.length];
            high[f] = new double[depths.length];
            for (int d = 0; d < depths.length; d++) {
                double[] drawn = draws.figures[f][d];
                Arrays.sort(drawn);
                low[f][d] = percentile(drawn, 0.025);
                high[f][d] = percentile(drawn, 0.975);
            }
        }
        return new Band(depths, low[0], high[0], low[1], high[1], low[2], high[2]);
    }

    /** Replicates of events, capture and gain at each depth. */
    private static final class Draws {
        private final double[][][] figures;
        private final double[] depths;
        private final NetValue.Worth worth;
        private final double total;
        private final PoissonDraw[] events;
        private final PoissonDraw[] others;
        private final double[] value;
        private final double[] spread;
        private final double[] n;
        private final double[] p;
        private final double[] w;

        Draws(Ranking ranking, double[] depths, NetValue.Worth worth) {
            this.depths = depths;
            this.worth = worth;
            total = ranking.total();
            int bands = (int) Math.min(BANDS, Math.max(1, total));
            figures = new double[worth == null ? 2 : 3][depths.length][REPLICATES];
            events = new PoissonDraw[bands];
            others = new PoissonDraw[bands];
            value = new double[bands];
            spread = new double[bands];
            n = new double[bands + 1];
            p = new double[bands + 1];
            w = new double[bands + 1];
            for (int b = 0; b < bands; b++) {
                double from = b * total / bands;
                double to = (b + 1) * total / bands;
                double hits = Math.max(0, ranking.eventsAt(to) - ranking.eventsAt(from));
                events[b] = new PoissonDraw(hits);
                others[b] = new PoissonDraw(Math.max(0, to - from - hits));
                if (worth == null || hits == 0) continue;
                value[b] = (ranking.valuedAt(to) - ranking.valuedAt(from)) / hits;
                double square = (ranking.squaredAt(to) - ranking.squaredAt(from)) / hits;
                spread[b] = Math.sqrt(Math.max(0, square - value[b] * value[b]));
            }
        }

        void one(int r, RandomStream random) {
            int bands = events.length;
            for (int b = 0; b < bands; b++) {
                int hits = events[b].next(random);
                p[b + 1] = p[b] + hits;
                n[b + 1] = n[b] + hits + others[b].next(random);
                double valued = hits * value[b];
                if (spread[b] > 0) valued += spread[b] * Math.sqrt(hits) * PoissonDraw.normal(random);
                w[b + 1] = w[b] + valued;
            }
            double scale = n[bands] == 0 ? 0 : total / n[bands];
            int b = 0;
            for (int d = 0; d < depths.length; d++) {
                double rank = depths[d] * n[bands];
                while (b < bands - 1 && n[b + 1] < rank) b++;
                double step = n[b + 1] - n[b];
                double share = step == 0 ? 1 : (rank - n[b]) / step;
                double reached = p[b] + share * (p[b + 1] - p[b]);
                figures[0][d][r] = reached * scale;
                figures[1][d][r] = p[bands] == 0 ? 0 : reached / p[bands];
                if (worth == null) continue;
                double valued = w[b] + share * (w[b + 1] - w[b]);
                figures[2][d][r] = worth.of(rank * scale, reached * scale, valued * scale);
            }
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
