package outrider.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.prepare.Matrix;
import outrider.prepare.Preparation;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * Learners on 24 numbers and 4 categories, against plain loops in the same run. Give it no more heap than {@code bench/learn} does:
 * that it ends shows that the peak is within 4 times the prepared inputs.
 */
public final class LearnBench {
    private static final Workers WORKERS = new Workers(Runtime.getRuntime().availableProcessors());
    private static final int NUMBERS = 24;
    private static final int CATEGORIES = 4;
    private static final int LEVELS = 5;

    private LearnBench() {}

    public static void main(String[] args) {
        int n = 1_000_000;
        Table table = table(n);
        byte[] outcome = outcome(table, n);
        TrainingData data = data(table, outcome, n);
        Matrix x = Preparation.fit(data, Preparation.Options.PLAIN, Progress.NONE)
                .apply(table, data.rows())
                .matrix();
        System.out.printf(
                "%,d records, %d numbers, %d categories: %d prepared inputs, %,d MB; heap at most %,d MB%n",
                n,
                NUMBERS,
                CATEGORIES,
                x.columns(),
                x.values().length * 8L >> 20,
                Runtime.getRuntime().maxMemory() >> 20);
        double plain = plainPass(x);
        x = null;
        double newton = passes(Learners.named("logistic"), Map.of(), data, "Newton step");
        System.out.printf(
                "Newton pass %.0f ms, plain pass of X'X %.0f ms: ratio %.2f%n", newton, plain, newton / plain);
        double bare = bareLoop(data);
        Map<String, Object> deep =
                Map.of("rounds", 9, "depth", 6, "rowShare", 1.0, "columnShare", 1.0, "patience", 0, "leafRecords", 20);
        double round = passes(Learners.named("boosted"), deep, data, "round");
        System.out.printf(
                "boosting round, depth 6: %.0f ms, bare loop %.0f ms: ratio %.2f%n", round, bare, round / bare);
        scoring(table, data);
        growth(table, outcome);
    }

    private static Table table(int n) {
        RandomStream random = new Seeds(1).stream("bench");
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < NUMBERS; c++) {
            double[] values = new double[n];
            for (int i = 0; i < n; i++) values[i] = random.nextGaussian();
            columns.add(new NumberColumn("number " + c, values));
        }
        List<String> levels =
                IntStream.range(0, LEVELS).mapToObj(l -> "level " + l).toList();
        for (int c = 0; c < CATEGORIES; c++) {
            int[] codes = new int[n];
            for (int i = 0; i < n; i++) codes[i] = random.nextInt(LEVELS);
            columns.add(new CategoryColumn("category " + c, codes, levels));
        }
        return new Table(columns, null);
    }

    private static byte[] outcome(Table table, int n) {
        RandomStream random = new Seeds(2).stream("bench");
        byte[] y = new byte[n];
        double[][] values = IntStream.range(0, 6)
                .mapToObj(c -> ((NumberColumn) table.columns().get(c)).values())
                .toArray(double[][]::new);
        for (int i = 0; i < n; i++) {
            double risk = -3.2;
            for (double[] column : values) risk += 0.5 * column[i] + 0.15 * column[i] * column[i];
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-risk)) ? 1 : 0);
        }
        return y;
    }

    private static TrainingData data(Table table, byte[] outcome, int n) {
        List<String> inputs = table.columns().stream().map(Column::name).toList();
        return new TrainingData(table, inputs, IntStream.range(0, n).toArray(), outcome, null, 1);
    }

    /** The median time between two reports of the named step, in ms. */
    private static double passes(Learner kind, Map<String, ?> settings, TrainingData data, String step) {
        List<Long> at = new ArrayList<>();
        Progress watch = new Progress() {
            @Override
            public void report(double share, String words) {
                if (words.startsWith(step)) at.add(System.nanoTime());
            }

            @Override
            public boolean isCancelled() {
                return false;
            }
        };
        for (int run = 0; run < 2; run++) {
            at.clear();
            Training.of(kind, Settings.of(kind, settings), data, Balance.NONE, WORKERS, watch);
        }
        long[] gaps = IntStream.range(1, at.size())
                .mapToLong(i -> at.get(i) - at.get(i - 1))
                .sorted()
                .toArray();
        return gaps[gaps.length / 2] / 1e6;
    }

    private interface Pass {
        double run();
    }

    private static double fastest(Pass pass) {
        double best = Double.MAX_VALUE;
        for (int i = 0; i < 5; i++) {
            long start = System.nanoTime();
            if (Double.isNaN(pass.run())) throw new IllegalStateException();
            best = Math.min(best, (System.nanoTime() - start) / 1e6);
        }
        return best;
    }

    /** X'X by the library, or by a loop over rows, whichever is faster; on one thread. */
    private static double plainPass(Matrix x) {
        int k = x.columns();
        DMatrixRMaj whole = DMatrixRMaj.wrap(x.rows(), k, x.values());
        DMatrixRMaj cross = new DMatrixRMaj(k, k);
        double library = fastest(() -> {
            CommonOps_DDRM.multInner(whole, cross);
            return cross.get(0);
        });
        double[] z = x.values();
        double loop = fastest(() -> {
            double[] h = new double[k * k];
            for (int r = 0; r + 4 <= x.rows(); r += 4) rows(z, r * k, k, h);
            return h[0];
        });
        System.out.printf("plain pass: library %.0f ms, loop %.0f ms%n", library, loop);
        return Math.min(library, loop);
    }

    private static void rows(double[] z, int r0, int k, double[] h) {
        int r1 = r0 + k;
        int r2 = r1 + k;
        int r3 = r2 + k;
        for (int a = 0; a < k; a++) {
            double z0 = z[r0 + a];
            double z1 = z[r1 + a];
            double z2 = z[r2 + a];
            double z3 = z[r3 + a];
            int at = a * k;
            for (int b = 0; b <= a; b++) {
                h[at + b] += z0 * z[r0 + b] + z1 * z[r1 + b] + z2 * z[r2 + b] + z3 * z[r3 + b];
            }
        }
    }

    /** Touches each record, input and level of a tree of depth 6 once, on one thread. */
    private static double bareLoop(TrainingData data) {
        int n = data.rows().length;
        int width = data.inputs().size();
        byte[] bin = new byte[n * width];
        double[] g = new double[n];
        RandomStream random = new Seeds(3).stream("bins");
        for (int i = 0; i < bin.length; i++) bin[i] = (byte) random.nextInt(254);
        for (int i = 0; i < n; i++) g[i] = random.nextDouble();
        return fastest(() -> {
            double[] sums = new double[width * 256];
            for (int level = 0; level < 6; level++) {
                for (int i = 0, at = 0; i < n; i++) {
                    for (int c = 0; c < width; c++, at++) sums[c * 256 + (bin[at] & 0xff)] += g[i];
                }
            }
            return sums[0];
        });
    }

    private static void scoring(Table table, TrainingData data) {
        TrainingData some = data.withRows(IntStream.range(0, 100_000).toArray());
        Model logistic = train(Learners.named("logistic"), Map.of(), some);
        Model trees = train(Learners.named("boosted"), Map.of("rounds", 100, "patience", 0, "depth", 6), some);
        Model forest = train(Learners.named("forest"), Map.of("trees", 100), some);
        Model small = train(
                Learners.named("forest"),
                Map.of("trees", 100),
                data.withRows(IntStream.range(0, 18_000).toArray()));
        int n = data.rows().length;
        for (Map.Entry<String, Model> each : Map.of(
                        "logistic", logistic,
                        "100 boosted trees of depth 6", trees,
                        "100 forest trees", forest,
                        "100 forest trees that learnt from 18,000 records", small)
                .entrySet()) {
            double ms = fastest(() -> Scoring.of(each.getValue(), table, data.rows(), WORKERS, Progress.NONE)[0]);
            System.out.printf("scoring, %s: %,.0f records a second%n", each.getKey(), n / ms * 1000);
        }
    }

    private static Model train(Learner kind, Map<String, ?> settings, TrainingData data) {
        return Training.of(kind, Settings.of(kind, settings), data, Balance.NONE, WORKERS, Progress.NONE);
    }

    private static void growth(Table table, byte[] outcome) {
        Map<Learner, Map<String, Object>> ways = Map.of(
                Learners.named("tree"), Map.of("pruning", "none", "depth", 8),
                Learners.named("forest"), Map.of("trees", 10, "drawn", 10_000_000, "depth", 8));
        ways.forEach((kind, settings) -> {
            double first = 0;
            for (int n : new int[] {62_500, 250_000, 1_000_000}) {
                TrainingData data = data(table, outcome, 1_000_000)
                        .withRows(IntStream.range(0, n).toArray());
                for (int warm = 0; warm < 3; warm++) train(kind, settings, data);
                long start = System.nanoTime();
                train(kind, settings, data);
                double perMillion = (System.nanoTime() - start) / 1e9 / n * 1e6;
                if (first == 0) first = perMillion;
                System.out.printf(
                        "%s, depth 8, %,d records: %.2f s a million, %.2f of the first%n",
                        kind.words(), n, perMillion, perMillion / first);
            }
        });
    }
}
