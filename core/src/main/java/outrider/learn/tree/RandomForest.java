package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/** Trees on bootstrap samples, each split, by entropy, choosing among some random columns (Breiman 2001). */
public final class RandomForest {
    private static final int BINS = 127;
    private static final int FEW = 50;

    /**
     * @param tried columns a split; 0 for two in five, of more than 50 columns three times their root
     * @param fewest records in a leaf
     * @param drawn records a tree at most, with replacement
     */
    public record Options(int trees, int tried, int deepest, int fewest, int drawn, Criterion criterion) {}

    /** The out-of-bag squared error of the first so many trees. */
    public record CurvePoint(int trees, double outOfBag) {}

    /**
     * @param outOfBag score of each record of the sample by the trees that did not draw it; NaN where all drew it
     */
    public record Fit(List<TreeColumn> columns, List<Tree> trees, double[] outOfBag, List<CurvePoint> curve) {}

    private RandomForest() {}

    /** Same bits on any number of threads: each tree has a stream of its own. */
    public static Fit fit(
            TrainingData data, Balance.Sample sample, Options options, Workers workers, Progress progress) {
        progress.checkpoint(0, "binning");
        Binned binned = Binned.of(data.withRows(sample.rows()), BINS, workers, progress);
        int n = sample.rows().length;
        int width = binned.width();
        byte[] y = data.outcomeOf(sample.rows());
        int tried = options.tried() > 0 ? Math.min(options.tried(), width) : usual(width);
        Grown[] grown = new Grown[options.trees()];
        long[][] drawn = new long[options.trees()][];
        var done = new java.util.concurrent.atomic.AtomicInteger();
        Seeds seeds = new Seeds(data.seed());
        int[][] members = members(data.numberedUnits(sample.rows()));
        workers.each(options.trees(), t -> {
            progress.checkpoint(
                    0.9 * done.get() / options.trees(), "tree " + (done.get() + 1) + " of " + options.trees());
            RandomStream random = seeds.stream("forest/" + t);
            double[] b = new double[n];
            int draws = Math.min(n, options.drawn());
            if (members == null) for (int i = 0; i < draws; i++) b[random.nextInt(n)]++;
            else drawUnits(members, b, draws, random);
            double[] a = new double[n];
            int[] rows = new int[n];
            int count = 0;
            drawn[t] = new long[(n + 63) / 64];
            for (int i = 0; i < n; i++) {
                if (b[i] == 0) continue;
                rows[count++] = i;
                drawn[t][i >> 6] |= 1L << i;
                b[i] *= sample.weight() == null ? 1 : sample.weight()[i];
                a[i] = b[i] * y[i];
            }
            Grower grower = new Grower(binned, options.criterion(), options.deepest(), options.fewest(), Workers.ALONE);
            Supplier<int[]> choice = chooser(width, tried, random);
            grown[t] = grower.grow(Arrays.copyOf(rows, count), a, b, null, choice, progress, null)
                    .corrected(sample);
            done.incrementAndGet();
        });
        progress.checkpoint(0.92, "out-of-bag scores");
        double[] outOfBag = new double[n];
        List<CurvePoint> curve =
                outOfBag(binned, grown, drawn, y, data.evenWeights(sample.rows()), outOfBag, workers, progress);
        List<Tree> trees = Arrays.stream(grown).map(Grown::tree).toList();
        return new Fit(binned.columns(), trees, outOfBag, curve);
    }

    private static int usual(int width) {
        return width <= FEW ? Math.max(1, (2 * width + 4) / 5) : (int) Math.round(3 * Math.sqrt(width));
    }

    /** The places of each unit; null where every record stands alone. */
    private static int @Nullable [][] members(int @Nullable [] unit) {
        if (unit == null) return null;
        int[] size = new int[Arrays.stream(unit).max().orElse(-1) + 1];
        for (int u : unit) size[u]++;
        int[][] members = new int[size.length][];
        for (int u = 0; u < size.length; u++) members[u] = new int[size[u]];
        for (int i = unit.length - 1; i >= 0; i--) members[unit[i]][--size[unit[i]]] = i;
        return members;
    }

    /** Whole units with replacement, until there are as many records as wanted. */
    private static void drawUnits(int[][] members, double[] times, int wanted, RandomStream random) {
        for (int drawn = 0; drawn < wanted; ) {
            int[] unit = members[random.nextInt(members.length)];
            for (int i : unit) times[i]++;
            drawn += unit.length;
        }
    }

    private static Supplier<int[]> chooser(int width, int tried, RandomStream random) {
        int[] all = IntStream.range(0, width).toArray();
        return () -> {
            for (int i = 0; i < tried; i++) {
                int j = i + random.nextInt(width - i);
                int held = all[i];
                all[i] = all[j];
                all[j] = held;
            }
            return Arrays.copyOf(all, tried);
        };
    }

    private static List<CurvePoint> outOfBag(
            Binned binned,
            Grown[] grown,
            long[][] drawn,
            byte[] y,
            double @Nullable [] weight,
            double[] into,
            Workers workers,
            Progress progress) {
        int n = y.length;
        int blocks = Math.max(1, n / 4096);
        double[][] wrong = new double[blocks][grown.length];
        double[][] counted = new double[blocks][grown.length];
        workers.each(blocks, block -> {
            progress.checkpoint(0.92, "out-of-bag scores");
            int from = (int) ((long) n * block / blocks);
            int to = (int) ((long) n * (block + 1) / blocks);
            for (int i = from; i < to; i++) {
                double sum = 0;
                int trees = 0;
                double w = weight == null ? 1 : weight[i];
                for (int t = 0; t < grown.length; t++) {
                    if ((drawn[t][i >> 6] >>> i & 1) == 0) {
                        sum += grown[t].score(binned, i);
                        trees++;
                    }
                    if (trees == 0) continue;
                    double off = sum / trees - y[i];
                    wrong[block][t] += w * off * off;
                    counted[block][t] += w;
                }
                into[i] = trees == 0 ? Double.NaN : sum / trees;
            }
        });
        List<CurvePoint> curve = new ArrayList<>();
        for (int t = 0; t < grown.length; t++) {
            double sum = 0;
            double count = 0;
            for (int block = 0; block < blocks; block++) {
                sum += wrong[block][t];
                count += counted[block][t];
            }
            if (count > 0) curve.add(new CurvePoint(t + 1, sum / count));
        }
        return curve;
    }
}
