package outrider.doubt;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Placed;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;

/**
 * How far one candidate lies from another along the depth, both acting equally deep: percentile bootstrap over records, both
 * candidates on the same resample (METHODS section 4). At each depth records are of few sorts, acted on by the one, the other,
 * both or neither, wholly or as part of a tie group, with event or without; their numbers are resampled as Poisson counts. A
 * replicate is brought back to the depth along the local event rate at the cut, which is what ranking it anew would do.
 *
 * @param captureLow and the others: 2.5 % and 97.5 % of the difference, first less second, at each of the depths
 * @param eventsLow of events reached, scaled to N records
 * @param gainLow of money
 * @param pValue two-sided, of the money; at least 2 in the number of replicates, and no smaller than the exact sign test's
 *     where fewer than 25 events are reached by one of the two only
 */
public record PairedBand(
        double[] depth,
        double[] captureLow,
        double[] captureHigh,
        double[] eventsLow,
        double[] eventsHigh,
        double[] gainLow,
        double[] gainHigh,
        double[] pValue) {
    private static final int SORTS = 9;
    private static final double NEIGHBOURHOOD = 0.02;
    private static final int ENOUGH = 25;

    /** One candidate: its ranking and where its records stand. O(n) to make. */
    public static final class Side {
        private final Placed placed;
        private final Standing standing;
        private final double[] depths;

        /** @param placed unweighted */
        public Side(Placed placed, double[] depths) {
            this.placed = placed;
            this.standing = Standing.of(placed, depths);
            this.depths = depths;
        }

        /** Events, and their values, a record more in the neighbourhood of a rank. */
        private double[] slope(double rank) {
            Ranking ranking = placed.ranking();
            double reach = Math.max(1, NEIGHBOURHOOD * ranking.total());
            double from = Math.max(0, rank - reach);
            double to = Math.min(ranking.total(), rank + reach);
            return new double[] {
                (ranking.eventsAt(to) - ranking.eventsAt(from)) / (to - from),
                (ranking.valuedAt(to) - ranking.valuedAt(from)) / (to - from)
            };
        }

        /** The share of its straddling tie group that a rank holds. */
        private double part(double rank) {
            Ranking ranking = placed.ranking();
            int point = ranking.pointAtOrBefore(rank);
            if (point >= ranking.groups()) return 0;
            return (rank - ranking.size(point)) / (ranking.size(point + 1) - ranking.size(point));
        }
    }

    /** What records of one sort there are: number, and the sum and sum of squares of the events' values. */
    private record Counts(double[][] records, double[][] values, double[][] squares) {}

    /**
     * O(n + depths · replicates).
     *
     * @param value of each record, or null
     * @throws BadInput if the two are not over the same records
     */
    public static PairedBand of(
            Side first, Side second, byte[] outcome, double[] value, NetValue.Worth worth, Seeds seeds) {
        if (first.placed.point().length != outcome.length || second.placed.point().length != outcome.length) {
            throw BadInput.of("candidates", "are scored on different records", "compare them on the same part");
        }
        double[] depths = first.depths;
        int k = depths.length;
        Counts counts = count(first.standing, second.standing, outcome, value, k);
        PairedBand band = new PairedBand(
                depths,
                new double[k],
                new double[k],
                new double[k],
                new double[k],
                new double[k],
                new double[k],
                new double[k]);
        for (int d = 0; d < k; d++) {
            Replicates drawn = new Replicates(first, second, depths[d], counts, d, worth);
            drawn.draw(seeds.stream("paired/" + d));
            bounds(drawn.capture, band.captureLow, band.captureHigh, d);
            bounds(drawn.events, band.eventsLow, band.eventsHigh, d);
            bounds(drawn.gain, band.gainLow, band.gainHigh, d);
            double p = twoSided(value == null ? drawn.events : drawn.gain);
            band.pValue[d] = Math.max(p, signTest(counts.records[d], drawn.shares));
        }
        return value == null ? band.worth(worth) : band;
    }

    /** The same differences of events in other money, for rankings without a value column. */
    public PairedBand worth(NetValue.Worth worth) {
        double one = worth.perEvent() + worth.perValue();
        double[] low = new double[depth.length];
        double[] high = new double[depth.length];
        for (int d = 0; d < depth.length; d++) {
            low[d] = one * (one < 0 ? eventsHigh[d] : eventsLow[d]);
            high[d] = one * (one < 0 ? eventsLow[d] : eventsHigh[d]);
        }
        return new PairedBand(depth, captureLow, captureHigh, eventsLow, eventsHigh, low, high, pValue);
    }

    /** Resampled differences at one depth. */
    private static final class Replicates {
        private final double[] capture = new double[Bootstrap.REPLICATES];
        private final double[] events = new double[Bootstrap.REPLICATES];
        private final double[] gain = new double[Bootstrap.REPLICATES];
        private final List<Cell> cells = new ArrayList<>();
        private final double depth;
        private final double total;
        private final double[] slopeA;
        private final double[] slopeB;
        private final NetValue.Worth worth;
        private final double[][] shares;

        /** Records of one sort and outcome: shares of each that the two act on, and the events' mean value and spread. */
        private record Cell(PoissonDraw draw, int y, double a, double b, double value, double spread) {}

        Replicates(Side first, Side second, double depth, Counts counts, int d, NetValue.Worth worth) {
            Ranking ranking = first.placed.ranking();
            this.depth = depth;
            this.total = ranking.total();
            this.worth = worth;
            double rank = Standing.rank(ranking, depth);
            slopeA = first.slope(rank);
            slopeB = second.slope(rank);
            shares = new double[][] {{0, first.part(rank), 1}, {0, second.part(rank), 1}};
            boolean valued = counts.values.length > 0;
            for (int c = 0; c < 2 * SORTS; c++) {
                double number = counts.records[d][c];
                if (number == 0) continue;
                int sort = c / 2;
                int y = c % 2;
                double mean = valued && y == 1 ? counts.values[d][sort] / number : 1;
                double square = valued && y == 1 ? counts.squares[d][sort] / number : 1;
                double spread = Math.sqrt(Math.max(0, square - mean * mean));
                cells.add(new Cell(new PoissonDraw(number), y, shares[0][sort / 3], shares[1][sort % 3], mean, spread));
            }
        }

        void draw(RandomStream random) {
            for (int r = 0; r < capture.length; r++) one(r, random);
        }

        private void one(int r, RandomStream random) {
            double n = 0;
            double p = 0;
            double[] a = new double[3];
            double[] b = new double[3];
            for (Cell cell : cells) {
                double number = cell.draw.next(random);
                n += number;
                a[0] += cell.a * number;
                b[0] += cell.b * number;
                if (cell.y == 0) continue;
                double value = cell.value * number;
                if (cell.spread > 0) value += cell.spread * Math.sqrt(number) * PoissonDraw.normal(random);
                p += number;
                a[1] += cell.a * number;
                b[1] += cell.b * number;
                a[2] += cell.a * value;
                b[2] += cell.b * value;
            }
            double rank = depth * n;
            double reached = (a[1] + slopeA[0] * (rank - a[0])) - (b[1] + slopeB[0] * (rank - b[0]));
            double valued = (a[2] + slopeA[1] * (rank - a[0])) - (b[2] + slopeB[1] * (rank - b[0]));
            double scale = n == 0 ? 0 : total / n;
            capture[r] = p == 0 ? 0 : reached / p;
            events[r] = reached * scale;
            gain[r] = worth.of(0, reached * scale, valued * scale);
        }
    }

    /** Sort 3·a + b, each 0 not acted on, 1 in part, 2 wholly; twice that and the outcome. */
    private static Counts count(Standing a, Standing b, byte[] outcome, double[] value, int depths) {
        double[][] records = new double[depths + 1][2 * SORTS];
        double[][] values = new double[value == null ? 0 : depths + 1][SORTS];
        double[][] squares = new double[value == null ? 0 : depths + 1][SORTS];
        int[] at = new int[4];
        int[] step = {3, 3, 1, 1};
        for (int i = 0; i < outcome.length; i++) {
            int y = outcome[i];
            at[0] = a.part[i] & 255;
            at[1] = a.whole[i] & 255;
            at[2] = b.part[i] & 255;
            at[3] = b.whole[i] & 255;
            int sort = 0;
            records[0][y]++;
            if (value != null && y == 1) add(values[0], squares[0], 0, value[i], 1);
            int x = 0;
            int z = 2;
            while (x < 2 || z < 4) {
                int next = z == 4 || x < 2 && at[x] <= at[z] ? x++ : z++;
                int depth = at[next];
                if (depth >= depths) break;
                int to = sort + step[next];
                records[depth][2 * sort + y]--;
                records[depth][2 * to + y]++;
                if (value != null && y == 1) {
                    add(values[depth], squares[depth], sort, value[i], -1);
                    add(values[depth], squares[depth], to, value[i], 1);
                }
                sort = to;
            }
        }
        accumulate(records);
        accumulate(values);
        accumulate(squares);
        return new Counts(records, values, squares);
    }

    private static void add(double[] values, double[] squares, int sort, double value, int sign) {
        values[sort] += sign * value;
        squares[sort] += sign * value * value;
    }

    private static void accumulate(double[][] changes) {
        for (int d = 1; d < changes.length; d++) {
            for (int c = 0; c < changes[d].length; c++) changes[d][c] += changes[d - 1][c];
        }
    }

    private static void bounds(double[] drawn, double[] low, double[] high, int at) {
        Arrays.sort(drawn);
        low[at] = Bootstrap.percentile(drawn, 0.025);
        high[at] = Bootstrap.percentile(drawn, 0.975);
    }

    /**
     * Where few events are reached by one of the two only, resampling cannot show their doubt: the exact two-sided sign test on
     * those events; 0 where there are enough.
     */
    private static double signTest(double[] records, double[][] shares) {
        double mine = 0;
        double theirs = 0;
        for (int sort = 0; sort < SORTS; sort++) {
            double a = shares[0][sort / 3];
            double b = shares[1][sort % 3];
            mine += records[2 * sort + 1] * Math.max(0, a - b);
            theirs += records[2 * sort + 1] * Math.max(0, b - a);
        }
        int all = (int) Math.round(mine + theirs);
        if (all >= ENOUGH) return 0;
        int fewer = (int) Math.round(Math.min(mine, theirs));
        double choose = 1;
        double tail = 0;
        for (int k = 0; k <= fewer; k++) {
            tail += choose;
            choose *= (all - k) / (k + 1.0);
        }
        return Math.min(1, 2 * tail / StrictMath.pow(2, all));
    }

    /** @param sorted ascending */
    private static double twoSided(double[] sorted) {
        int below = 0;
        int above = 0;
        for (double value : sorted) {
            if (value <= 0) below++;
            if (value >= 0) above++;
        }
        return Math.min(1, Math.max(2, 2 * Math.min(below, above)) / (double) sorted.length);
    }

    /** The differences at a depth between those computed, linear between them; see {@link Depths#read}. */
    public double read(double[] values, double at) {
        return Depths.read(depth, values, at);
    }
}
