package outrider.bench;

import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.rank.Placed;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;

/** How often the 95 % intervals hold the truth, over simulated validation samples; prints a table for docs/coverage.md. */
public final class CoverageBench {
    private static final int DATASETS = 400;
    private static final int TRUTH = 4_000_000;
    private static final double DEPTH = 0.1;
    private static final NetValue.Worth WORTH = new NetValue.Worth(-4.5, 0, 74 / 3.0);
    private static final String[] FIGURES = {
        "AUC", "capture", "net value", "difference of AUC", "difference of net value"
    };

    private CoverageBench() {}

    private record Sample(double[] first, double[] second, byte[] outcome) {}

    /** Two candidates that see the true risk through noise of different size. */
    private static Sample sample(int n, double intercept, RandomStream random) {
        Sample sample = new Sample(new double[n], new double[n], new byte[n]);
        for (int i = 0; i < n; i++) {
            double risk = random.nextGaussian();
            sample.outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(intercept - 1.2 * risk)) ? 1 : 0);
            sample.first[i] = risk + 0.5 * random.nextGaussian();
            sample.second[i] = risk + 0.8 * random.nextGaussian();
        }
        return sample;
    }

    /** AUC, capture and gain a record at the depth. */
    private static double[] figures(Ranking ranking) {
        double rank = DEPTH * ranking.total();
        double events = ranking.eventsAt(rank);
        return new double[] {
            ranking.auc(), events / ranking.totalEvents(), WORTH.of(rank, events, events) / ranking.total()
        };
    }

    public static void main(String[] args) {
        System.out.println("| records | event rate | events | " + String.join(" | ", FIGURES) + " |");
        System.out.println("|---:|---:|---:|" + "---:|".repeat(FIGURES.length));
        for (double intercept : new double[] {2.8, 4.4}) {
            Sample all = sample(TRUTH, intercept, new Seeds(7).stream("truth"));
            Ranking first = Ranking.of(all.first, all.outcome);
            double[] one = figures(first);
            double[] two = figures(Ranking.of(all.second, all.outcome));
            double[] truth = {one[0], one[1], one[2], one[0] - two[0], one[2] - two[2]};
            for (int n : new int[] {2000, 9000}) row(n, intercept, first.baseRate(), truth);
        }
    }

    private static void row(int n, double intercept, double rate, double[] truth) {
        int[] held = new int[FIGURES.length];
        double events = 0;
        for (int d = 0; d < DATASETS; d++) {
            Sample s = sample(n, intercept, new Seeds(100 + d).stream("sample"));
            Placed a = Placed.of(s.first, s.outcome, null, null);
            Placed b = Placed.of(s.second, s.outcome, null, null);
            events += a.ranking().totalEvents() / DATASETS;
            AucDoubt mine = AucDoubt.of(a, s.outcome);
            AucDoubt.Interval auc = mine.interval();
            AucDoubt.Difference pair = mine.minus(AucDoubt.of(b, s.outcome));
            Bootstrap.Band band = Bootstrap.along(a.ranking(), Depths.all(), new Seeds(d).stream("band"));
            PairedBand paired = PairedBand.of(
                    new PairedBand.Side(a, Depths.all()),
                    new PairedBand.Side(b, Depths.all()),
                    s.outcome,
                    null,
                    WORTH,
                    new Seeds(d));
            double rank = DEPTH * n;
            double low = Depths.read(band.depth(), band.eventsLow(), DEPTH);
            double high = Depths.read(band.depth(), band.eventsHigh(), DEPTH);
            held[0] += within(truth[0], auc.low(), auc.high());
            held[1] += within(
                    truth[1],
                    Depths.read(band.depth(), band.captureLow(), DEPTH),
                    Depths.read(band.depth(), band.captureHigh(), DEPTH));
            held[2] += within(truth[2], WORTH.of(rank, low, low) / n, WORTH.of(rank, high, high) / n);
            double half = 1.959963984540054 * pair.standardError();
            held[3] += within(truth[3], pair.difference() - half, pair.difference() + half);
            held[4] += within(
                    truth[4], paired.read(paired.gainLow(), DEPTH) / n, paired.read(paired.gainHigh(), DEPTH) / n);
        }
        StringBuilder line = new StringBuilder(String.format("| %,d | %.1f %% | %.0f |", n, 100 * rate, events));
        for (int count : held) line.append(String.format(" %.1f %% |", 100.0 * count / DATASETS));
        System.out.println(line);
    }

    private static int within(double truth, double low, double high) {
        return truth >= low && truth <= high ? 1 : 0;
    }
}
