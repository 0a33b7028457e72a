package outrider.learn.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;

/** One tree, grown large and pruned back (METHODS section 7). */
public final class DecisionTree {
    /** How a tree is cut back. */
    public enum Cutting {
        NONE,
        MINIMUM,
        ONE_STANDARD_ERROR,
        DESCRIPTION_LENGTH,
        SIZE
    }

    /**
     * @param criterion by which splits are chosen
     * @param fewest records in a leaf
     * @param leaves at most, for {@link Cutting#SIZE}
     */
    public record Options(
            Criterion criterion,
            int deepest,
            int fewest,
            Cutting cutting,
            Pruning.Error error,
            int leaves,
            int folds,
            Monotone monotone) {}

    /**
     * A tree of the pruning sequence: mean error a record in training and, by cross-validation, on held-out records with its standard
     * error.
     */
    public record Size(int leaves, double alpha, double training, Double error, Double standardError) {}

    /**
     * @param sizes the pruning sequence, largest tree first; empty where nothing was cross-validated
     * @param minimum and {@code oneStandardError}: places in {@code sizes} that the rules choose, −1 where there is none
     * @param tooFew whether it was cut by description length because training has too few events or non-events for folds; null where not
     */
    public record Fit(
            List<TreeColumn> columns,
            Tree tree,
            List<Size> sizes,
            int minimum,
            int oneStandardError,
            @Nullable Boolean tooFew) {}

    private final TrainingData data;
    private final Balance.Sample sample;
    private final Options options;
    private final Workers workers;
    private final Progress progress;

    private DecisionTree(
            TrainingData data, Balance.Sample sample, Options options, Workers workers, Progress progress) {
        this.data = data;
        this.sample = sample;
        this.options = options;
        this.workers = workers;
        this.progress = progress;
    }

    /**
     * By description length where training has too few events or non-events to cut by cross-validation.
     *
     * @throws BadInput if a size is wanted, which is found by cross-validation, and there are too few
     */
    public static Fit fit(
            TrainingData data, Balance.Sample sample, Options options, Workers workers, Progress progress) {
        return new DecisionTree(data, sample, options, workers, progress).fit();
    }

    private Fit fit() {
        int[] all = IntStream.range(0, sample.rows().length).toArray();
        progress.checkpoint(0.05, "growing the tree");
        Binned binned = Binned.of(data.withRows(sample.rows()), Binned.MOST, workers, progress);
        Tree tree = grow(binned, all).tree();
        if (options.cutting() == Cutting.NONE) {
            return new Fit(binned.columns(), tree.corrected(sample), List.of(), -1, -1, null);
        }
        boolean unfounded = options.cutting() != Cutting.SIZE && dealt() == null;
        if (unfounded || options.cutting() == Cutting.DESCRIPTION_LENGTH) {
            Tree cut = Pruning.byDescription(tree.inRecords(sample), binned);
            return new Fit(binned.columns(), cut.corrected(sample), List.of(), -1, -1, unfounded ? true : null);
        }
        Pruning.Sequence sequence = Pruning.sequence(tree, options.error());
        List<Size> sizes = sizes(tree, sequence, binned);
        int minimum = 0;
        for (int i = 1; i < sizes.size(); i++)
            if (sizes.get(i).error() <= sizes.get(minimum).error()) minimum = i;
        double allowed = sizes.get(minimum).error() + sizes.get(minimum).standardError();
        int simple = minimum;
        for (int i = minimum; i < sizes.size(); i++) if (sizes.get(i).error() <= allowed) simple = i;
        int taken = switch (options.cutting()) {
            case MINIMUM -> minimum;
            case ONE_STANDARD_ERROR -> simple;
            default -> largestWithin(sizes, options.leaves());
        };
        Tree cut = Pruning.at(tree, sequence, sizes.get(taken).alpha());
        return new Fit(binned.columns(), cut.corrected(sample), sizes, minimum, simple, null);
    }

    private static int largestWithin(List<Size> sizes, int leaves) {
        for (int i = 0; i < sizes.size(); i++) if (sizes.get(i).leaves() <= leaves) return i;
        return sizes.size() - 1;
    }

    private double weight(int place) {
        return sample.weight() == null ? 1 : sample.weight()[place];
    }

    /** @param places in the sample, ascending; overwritten */
    private Grown grow(Binned binned, int[] places) {
        double[] a = new double[binned.rows()];
        double[] b = new double[a.length];
        for (int i : places) {
            b[i] = weight(i);
            a[i] = b[i] * data.outcome()[sample.rows()[i]];
        }
        int[] columns = IntStream.range(0, binned.width()).toArray();
        Grower grower = new Grower(
                binned,
                options.criterion(),
                options.deepest(),
                options.fewest(),
                options.monotone().directions(data),
                workers);
        return grower.grow(places, a, b, columns, null, progress, null);
    }

    private List<Size> sizes(Tree tree, Pruning.Sequence sequence, Binned binned) {
        int steps = sequence.steps().length;
        double[] middle = new double[steps];
        for (int s = 0; s < steps; s++) {
            double next = s + 1 < steps ? sequence.steps()[s + 1] : Double.POSITIVE_INFINITY;
            middle[s] = Double.isInfinite(next) ? Double.MAX_VALUE : Math.sqrt(sequence.steps()[s] * next);
        }
        double[] sum = new double[steps];
        double[] squares = new double[steps];
        double total = crossValidate(binned, middle, sum, squares);
        List<Size> sizes = new ArrayList<>();
        for (int s = 0; s < steps; s++) {
            double mean = sum[s] / total;
            double variance = Math.max(0, squares[s] / total - mean * mean);
            sizes.add(new Size(
                    sequence.leaves()[s],
                    sequence.steps()[s],
                    trainingError(Pruning.at(tree, sequence, sequence.steps()[s])),
                    mean,
                    Math.sqrt(variance / sample.rows().length)));
        }
        return sizes;
    }

    private double trainingError(Tree tree) {
        double sum = 0;
        for (int i = 0; i < tree.splits().column().length; i++) {
            if (tree.splits().column()[i] < 0)
                sum += options.error().of(tree.nodes().events()[i], tree.nodes().records()[i]);
        }
        return sum / tree.nodes().records()[0];
    }

    /**
     * Adds up the held-out errors at each alpha; gives back the weight of the records held out. The bins, which know no outcome, are those of all
     * records.
     */
    private double crossValidate(Binned binned, double[] alphas, double[] sum, double[] squares) {
        Folds dealt = folds();
        double total = 0;
        for (int i = 0; i < sample.rows().length; i++) if (dealt.fold()[i] != Folds.NONE) total += weight(i);
        int k = dealt.count();
        double[][] sums = new double[k][alphas.length];
        double[][] ofSquares = new double[k][alphas.length];
        AtomicInteger done = new AtomicInteger();
        int folds = k;
        workers.each(k, f -> {
            progress.checkpoint(
                    0.1 + 0.85 * done.getAndIncrement() / folds, "pruning: fold " + (f + 1) + " of " + folds);
            Grown grown = grow(binned, dealt.learnt(f));
            Pruning.Sequence sequence = Pruning.sequence(grown.tree(), options.error());
            for (int i : dealt.held(f)) addErrors(grown, sequence, binned, i, alphas, sums[f], ofSquares[f]);
        });
        for (int f = 0; f < k; f++) {
            for (int s = 0; s < alphas.length; s++) {
                sum[s] += sums[f][s];
                squares[s] += ofSquares[f][s];
            }
        }
        return total;
    }

    private void addErrors(
            Grown grown,
            Pruning.Sequence sequence,
            Binned binned,
            int place,
            double[] alphas,
            double[] sum,
            double[] squares) {
        double w = weight(place);
        int y = data.outcome()[sample.rows()[place]];
        int[] path = path(grown, binned, place);
        int depth = path.length - 1;
        for (int s = 0; s < alphas.length; s++) {
            while (depth > 0 && sequence.alpha()[path[depth - 1]] <= alphas[s]) depth--;
            int node = highest(path, depth, sequence, alphas[s]);
            double error = options.error().of(y, grown.tree().nodes().value()[node]);
            sum[s] += w * error;
            squares[s] += w * error * error;
        }
    }

    private static int[] path(Grown grown, Binned binned, int row) {
        int[] path = new int[grown.tree().splits().column().length > 1 ? 64 : 1];
        int length = 0;
        int node = 0;
        while (true) {
            if (length == path.length) path = Arrays.copyOf(path, length * 2);
            path[length++] = node;
            if (grown.tree().splits().column()[node] < 0) return Arrays.copyOf(path, length);
            node = grown.branch(node, binned, row);
        }
    }

    /** The first node from the root that is a leaf at this alpha. */
    private static int highest(int[] path, int depth, Pruning.Sequence sequence, double alpha) {
        for (int d = 0; d < depth; d++) if (sequence.alpha()[path[d]] <= alpha) return path[d];
        return path[depth];
    }

    private @Nullable Folds dealt() {
        return data.folds(sample.rows(), options.folds(), data.seed());
    }

    private Folds folds() {
        Folds folds = dealt();
        if (folds == null) {
            throw BadInput.of(
                    "pruning",
                    "wants cross-validation, and " + data.fewForFolds(),
                    "choose description length, or none");
        }
        return folds;
    }
}
