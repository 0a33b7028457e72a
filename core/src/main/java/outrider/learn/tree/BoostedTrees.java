package outrider.learn.tree;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.LogLoss;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;

/**
 * Boosted trees on the second-order log loss (Friedman, Hastie and Tibshirani 2000; Friedman 2001 and 2002 for shrinkage and
 * sampling), with sums by bin. The number of rounds is found on a sixth of training that is held back, or where that holds few events on
 * all sixths in turn; then all of training is learnt from for that many rounds.
 */
public final class BoostedTrees {
    private static final int HELD_BACK = 6;
    /** With fewer events held back in one sixth, all sixths are. */
    private static final int ENOUGH_HELD_BACK = 100;

    private static final int BLOCK = 4096;

    /**
     * @param rounds at most
     * @param fewest records in a leaf
     * @param rowShare and {@code columnShare}: drawn anew each round
     * @param criterion by which splits are chosen and leaves get their values, with shrinkage and penalty
     * @param patience rounds without a gain on the held-back fold before it stops; 0 to go all rounds
     */
    public record Options(
            int rounds,
            int deepest,
            int fewest,
            double rowShare,
            double columnShare,
            Criterion criterion,
            int patience,
            Monotone monotone) {}

    /** Mean log loss after so many rounds. */
    public record CurvePoint(
            int rounds, double training, @Nullable Double heldBack) {}

    /** The score of a record is 1 / (1 + exp(−(base + Σ its leaves))). */
    public record Fit(List<TreeColumn> columns, double base, List<Tree> trees, List<CurvePoint> curve) {}

    private final Binned binned;
    private final byte[] y;
    private final double @Nullable [] weight;
    /** Of each place in the sample, from 0; null where every record stands alone. */
    private final int @Nullable [] unit;

    private final int units;
    private final Options options;
    private final int @Nullable [] directions;
    private final long seed;
    private final Workers workers;
    private final Progress progress;

    private BoostedTrees(
            TrainingData data,
            Balance.Sample sample,
            Binned binned,
            Options options,
            Workers workers,
            Progress progress) {
        this.binned = binned;
        y = data.outcomeOf(sample.rows());
        weight = sample.weight();
        unit = data.numberedUnits(sample.rows());
        units = unit == null ? 0 : Arrays.stream(unit).max().orElse(-1) + 1;
        this.options = options;
        directions = options.monotone().directions(data);
        seed = data.seed();
        this.workers = workers;
        this.progress = progress;
    }

    public static Fit fit(
            TrainingData data, Balance.Sample sample, Options options, Workers workers, Progress progress) {
        progress.checkpoint(0, "binning");
        Binned binned = Binned.of(data.withRows(sample.rows()), Binned.MOST, workers, progress);
        var boosting = new BoostedTrees(data, sample, binned, options, workers, progress);
        byte[] y = boosting.y;
        int[] all = IntStream.range(0, y.length).toArray();
        Folds folds = options.patience() == 0 ? null : folds(data, sample.rows());
        if (folds == null) {
            Course course = boosting.new Course(all, new int[0], workers);
            List<CurvePoint> curve = boosting.go(List.of(course), options.rounds(), 0, 1).curve;
            return new Fit(binned.columns(), course.base, course.trees, curve);
        }
        List<Course> searching = new ArrayList<>();
        int first = folds.forward() ? folds.count() - 1 : 0;
        int searches = fewHeldBack(y, folds.fold(), first) ? folds.count() : 1;
        for (int f = 0; f < searches; f++) {
            int own = searches == 1 ? first : f;
            searching.add(
                    boosting.new Course(folds.learnt(own), folds.held(own), searches == 1 ? workers : Workers.ALONE));
        }
        Gone search = boosting.go(searching, options.rounds(), 0, 0.5);
        Course course = boosting.new Course(all, new int[0], workers);
        boosting.go(List.of(course), search.best, 0.5, 1);
        return new Fit(binned.columns(), course.base, course.trees, search.curve);
    }

    /** Stratified sixths of the sample, or stretches that follow each other; null where there are too few events to part them. */
    private static @Nullable Folds folds(TrainingData data, int[] rows) {
        Folds folds = data.folds(rows, HELD_BACK, data.seed() + 1);
        return folds == null || !folds.forward() && folds.count() < HELD_BACK ? null : folds;
    }

    /** Whether one sixth holds too few events, or others, to say when to stop: then all sixths say it together. */
    private static boolean fewHeldBack(byte[] y, byte[] fold, int own) {
        int[] count = new int[2];
        for (int i = 0; i < y.length; i++) if (fold[i] == own) count[y[i]]++;
        return Math.min(count[0], count[1]) < ENOUGH_HELD_BACK;
    }

    /**
     * How far some courses went.
     *
     * @param best the round after which the records held back lost least
     */
    private record Gone(List<CurvePoint> curve, int best) {}

    /** Round by round, until the records held back by all courses together have lost no less for as long as patience lasts. */
    private Gone go(List<Course> courses, int rounds, double from, double to) {
        List<CurvePoint> curve = new ArrayList<>();
        boolean watching = courses.get(0).watched.length > 0;
        double lowest = Double.POSITIVE_INFINITY;
        int best = 1;
        for (int round = 0; round < rounds; round++) {
            progress.checkpoint(from + (to - from) * round / rounds, "round " + (round + 1) + " of at most " + rounds);
            int now = round;
            if (courses.size() == 1) courses.get(0).step(now);
            else workers.each(courses.size(), c -> courses.get(c).step(now));
            double training = courses.stream().mapToDouble(c -> c.loss(c.rows)).sum()
                    / courses.stream().mapToDouble(c -> c.weightOf(c.rows)).sum();
            Double heldBack = watching
                    ? (Double) (courses.stream()
                                    .mapToDouble(c -> c.loss(c.watched))
                                    .sum()
                            / courses.stream()
                                    .mapToDouble(c -> c.weightOf(c.watched))
                                    .sum())
                    : null;
            curve.add(new CurvePoint(round + 1, training, heldBack));
            if (heldBack == null) continue;
            if (heldBack < lowest - 1e-9) {
                lowest = heldBack;
                best = round + 1;
            } else if (round + 1 - best >= options.patience()) {
                break;
            }
        }
        return new Gone(curve, best);
    }

    /** Boosting on some rows while others are held back. */
    private final class Course {
        final int[] rows;
        final int[] watched;
        final Workers helpers;
        final double base;
        final List<Tree> trees = new ArrayList<>();
        private final double[] margin = new double[y.length];
        private final double[] g = new double[y.length];
        private final double[] h = new double[y.length];
        private final boolean[] seen = new boolean[y.length];

        Course(int[] rows, int[] watched, Workers helpers) {
            this.rows = rows;
            this.watched = watched;
            this.helpers = helpers;
            base = base(rows);
            Arrays.fill(margin, base);
        }

        void step(int round) {
            int width = binned.width();
            RandomStream random = new Seeds(seed).stream("boost/" + round);
            int[] columns = drawn(IntStream.range(0, width).toArray(), options.columnShare(), random);
            int[] chosen = unit == null ? drawn(rows, options.rowShare(), random) : drawnUnits(rows, random);
            derivatives();
            Grower grower =
                    new Grower(binned, options.criterion(), options.deepest(), options.fewest(), directions, helpers);
            Arrays.fill(seen, false);
            Grown grown = grower.grow(chosen, g, h, columns, null, progress, (value, first, end) -> {
                for (int i = first; i < end; i++) {
                    margin[chosen[i]] += value;
                    seen[chosen[i]] = true;
                }
            });
            trees.add(grown.tree());
            blocks(y.length, (first, end) -> {
                for (int i = first; i < end; i++) if (!seen[i]) margin[i] += grown.score(binned, i);
            });
        }

        private void derivatives() {
            blocks(rows.length, (first, end) -> {
                for (int i = first; i < end; i++) {
                    int row = rows[i];
                    double w = weight(row);
                    double small = Math.exp(-Math.abs(margin[row]));
                    double p = margin[row] >= 0 ? 1 / (1 + small) : small / (1 + small);
                    g[row] = w * (p - y[row]);
                    h[row] = w * p * (1 - p);
                }
            });
        }

        /** Summed log loss. */
        double loss(int[] of) {
            int count = Math.max(1, of.length / BLOCK);
            double[] loss = new double[count];
            helpers.each(count, block -> {
                int end = (int) ((long) of.length * (block + 1) / count);
                LogLoss plain = new LogLoss();
                for (int i = (int) ((long) of.length * block / count); i < end; i++) {
                    double against = y[of[i]] == 1 ? -margin[of[i]] : margin[of[i]];
                    if (weight == null) plain.add(against, Math.exp(-Math.abs(against)));
                    else loss[block] += weight[of[i]] * LogLoss.of(against);
                }
                loss[block] += plain.sum();
            });
            return sum(loss);
        }

        double weightOf(int[] of) {
            if (weight == null) return of.length;
            double total = 0;
            for (int row : of) total += weight[row];
            return total;
        }

        private void blocks(int n, Block work) {
            int count = Math.max(1, n / BLOCK);
            helpers.each(count, b -> work.over((int) ((long) n * b / count), (int) ((long) n * (b + 1) / count)));
        }
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
        if (options.rowShare() >= 1) return rows.clone();
        boolean[] in = new boolean[units];
        for (int u = 0; u < units; u++) in[u] = random.nextDouble() < options.rowShare();
        int[] chosen =
                Arrays.stream(rows).filter(row -> in[requireNonNull(unit)[row]]).toArray();
        return chosen.length == 0 ? rows.clone() : chosen;
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) sum += value;
        return sum;
    }

    private interface Block {
        void over(int first, int end);
    }
}
