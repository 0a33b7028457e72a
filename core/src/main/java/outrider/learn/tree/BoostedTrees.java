package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;

/**
 * Boosted trees on the second-order log loss (Friedman, Hastie and Tibshirani 2000; Friedman 2001 and 2002 for shrinkage and
 * sampling), with sums by bin. The number of rounds is found on a fold of training that is held back; then all of training is
 * learnt from for that many rounds.
 */
public final class BoostedTrees {
    private static final int HELD_BACK = 6;

    /**
     * @param rounds at most
     * @param rate of shrinkage
     * @param fewest records in a leaf
     * @param rowShare and {@code columnShare}: drawn anew each round
     * @param penalty λ on leaves
     * @param patience rounds without a gain on the held-back fold before it stops; 0 to go all rounds
     */
    public record Way(
            int rounds,
            double rate,
            int deepest,
            int fewest,
            double rowShare,
            double columnShare,
            double penalty,
            int patience) {}

    /** Mean log loss after so many rounds. */
    public record CurvePoint(int rounds, double training, Double heldBack) {}

    /** The score of a record is 1 / (1 + exp(−(base + Σ its leaves))). */
    public record Fit(List<TreeColumn> columns, double base, List<Tree> trees, List<CurvePoint> curve) {}

    private final Binned binned;
    private final byte[] y;
    private final double[] weight;
    /** Of each place in the sample, from 0; null where every record stands alone. */
    private final int[] unit;

    private final int units;
    private final Way way;
    private final long seed;
    private final Workers workers;
    private final Progress progress;

    private BoostedTrees(
            Binned binned,
            byte[] y,
            double[] weight,
            int[] unit,
            Way way,
            long seed,
            Workers workers,
            Progress progress) {
        this.binned = binned;
        this.y = y;
        this.weight = weight;
        this.unit = unit;
        this.units = unit == null ? 0 : Arrays.stream(unit).max().orElse(-1) + 1;
        this.way = way;
        this.seed = seed;
        this.workers = workers;
        this.progress = progress;
    }

    public static Fit fit(TrainingData data, Balance.Sample sample, Way way, Workers workers, Progress progress) {
        progress.checkpoint(0, "binning");
        Binned binned = Binned.of(data.withRows(sample.rows()), Binned.MOST, workers, progress);
        byte[] y = data.outcomeOf(sample.rows());
        var boosting = new BoostedTrees(
                binned, y, sample.weight(), data.numberedUnits(sample.rows()), way, data.seed(), workers, progress);
        int[] all = IntStream.range(0, y.length).toArray();
        int[] heldBack = way.patience() == 0 ? new int[0] : heldBack(data, sample.rows());
        if (heldBack.length == 0) {
            Run run = boosting.run(all, heldBack, way.rounds(), 0, 1);
            return new Fit(binned.columns(), run.base, run.trees, run.curve);
        }
        boolean[] out = new boolean[y.length];
        for (int row : heldBack) out[row] = true;
        int[] in = IntStream.range(0, y.length).filter(i -> !out[i]).toArray();
        Run search = boosting.run(in, heldBack, way.rounds(), 0, 0.5);
        Run run = boosting.run(all, new int[0], search.best, 0.5, 1);
        return new Fit(binned.columns(), run.base, run.trees, search.curve);
    }

    /** Places in the sample of a stratified sixth; none where there are too few events to part them. */
    private static int[] heldBack(TrainingData data, int[] rows) {
        byte[] fold = Folds.most(data.outcomeOf(rows), data.unitsOf(rows), HELD_BACK, data.seed() + 1);
        if (fold == null || !hasFold(fold, HELD_BACK - 1)) return new int[0];
        return IntStream.range(0, rows.length).filter(i -> fold[i] == 0).toArray();
    }

    private static boolean hasFold(byte[] fold, int wanted) {
        for (byte f : fold) if (f == wanted) return true;
        return false;
    }

    private static final class Run {
        double base;
        List<Tree> trees = new ArrayList<>();
        List<CurvePoint> curve = new ArrayList<>();
        int best;
    }

    private Run run(int[] rows, int[] watched, int rounds, double from, double to) {
        Run run = new Run();
        run.base = base(rows);
        int n = y.length;
        double[] margin = new double[n];
        Arrays.fill(margin, run.base);
        double[] g = new double[n];
        double[] h = new double[n];
        boolean[] seen = new boolean[n];
        double lowest = Double.POSITIVE_INFINITY;
        int width = binned.width();
        for (int round = 0; round < rounds; round++) {
            progress.checkpoint(from + (to - from) * round / rounds, "round " + (round + 1) + " of at most " + rounds);
            RandomStream random = new Seeds(seed).stream("boost/" + round);
            int[] columns = drawn(IntStream.range(0, width).toArray(), way.columnShare(), random);
            int[] chosen = unit == null ? drawn(rows, way.rowShare(), random) : drawnUnits(rows, random);
            double training = derivatives(rows, margin, g, h);
            if (round > 0) note(run, round, training, watched, margin);
            Grower grower = new Grower(
                    binned, new Criterion.SecondOrder(way.penalty(), way.rate()), way.deepest(), way.fewest(), workers);
            Arrays.fill(seen, false);
            Grower.Grown grown = grower.grow(chosen, g, h, columns, null, progress, (value, first, end) -> {
                for (int i = first; i < end; i++) {
                    margin[chosen[i]] += value;
                    seen[chosen[i]] = true;
                }
            });
            run.trees.add(grown.tree());
            blocks(n, (first, end) -> {
                for (int i = first; i < end; i++) if (!seen[i]) margin[i] += grown.score(binned, i);
            });
            if (watched.length > 0) {
                double loss = loss(watched, margin);
                if (loss < lowest - 1e-9) {
                    lowest = loss;
                    run.best = round + 1;
                } else if (round + 1 - run.best >= way.patience()) {
                    break;
                }
            }
        }
        note(run, run.trees.size(), loss(rows, margin), watched, margin);
        return run;
    }

    private void note(Run run, int round, double training, int[] watched, double[] margin) {
        run.curve.add(new CurvePoint(round, training, watched.length == 0 ? null : loss(watched, margin)));
    }

    private double weight(int row) {
        return weight == null ? 1 : weight[row];
    }

    private double base(int[] rows) {
        double events = 0;
        double total = 0;
        for (int row : rows) {
            events += weight(row) * y[row];
            total += weight(row);
        }
        return Math.log(events / (total - events));
    }

    private static int[] drawn(int[] from, double share, RandomStream random) {
        if (share >= 1) return from.clone();
        int[] drawn = new int[from.length];
        int count = 0;
        for (int item : from) if (random.nextDouble() < share) drawn[count++] = item;
        if (count == 0) drawn[count++] = from[random.nextInt(from.length)];
        return Arrays.copyOf(drawn, count);
    }

    /** Whole units, each by the share of rows. */
    private int[] drawnUnits(int[] rows, RandomStream random) {
        if (way.rowShare() >= 1) return rows.clone();
        boolean[] in = new boolean[units];
        for (int u = 0; u < units; u++) in[u] = random.nextDouble() < way.rowShare();
        int[] chosen = Arrays.stream(rows).filter(row -> in[unit[row]]).toArray();
        return chosen.length == 0 ? rows.clone() : chosen;
    }

    /** Sets g and h; gives back the mean loss. */
    private double derivatives(int[] rows, double[] margin, double[] g, double[] h) {
        int count = Math.max(1, rows.length / 4096);
        double[] loss = new double[count];
        double[] total = new double[count];
        workers.each(count, block -> {
            int end = (int) ((long) rows.length * (block + 1) / count);
            for (int i = (int) ((long) rows.length * block / count); i < end; i++) {
                int row = rows[i];
                double w = weight(row);
                double small = Math.exp(-Math.abs(margin[row]));
                double p = margin[row] >= 0 ? 1 / (1 + small) : small / (1 + small);
                g[row] = w * (p - y[row]);
                h[row] = w * p * (1 - p);
                loss[block] += w * (Math.max(0, y[row] == 1 ? -margin[row] : margin[row]) + Math.log1p(small));
                total[block] += w;
            }
        });
        return sum(loss) / sum(total);
    }

    private double loss(int[] rows, double[] margin) {
        double loss = 0;
        double total = 0;
        for (int row : rows) {
            double off = y[row] == 1 ? -margin[row] : margin[row];
            loss += weight(row) * (Math.max(0, off) + Math.log1p(Math.exp(-Math.abs(off))));
            total += weight(row);
        }
        return loss / total;
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) sum += value;
        return sum;
    }

    private interface Block {
        void over(int first, int end);
    }

    private void blocks(int n, Block work) {
        int count = Math.max(1, n / 4096);
        workers.each(count, b -> work.over((int) ((long) n * b / count), (int) ((long) n * (b + 1) / count)));
    }
}
