package outrider.server.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import outrider.learn.BayesModel;
import outrider.learn.BlendModel;
import outrider.learn.BoostedModel;
import outrider.learn.CalibratedModel;
import outrider.learn.ForestModel;
import outrider.learn.LinearModel;
import outrider.learn.LogisticModel;
import outrider.learn.Model;
import outrider.learn.NeighbourModel;
import outrider.learn.NetworkModel;
import outrider.learn.RebalancedModel;
import outrider.learn.TreeModel;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.learn.linear.Coefficient;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.Stepwise;
import outrider.learn.tree.DecisionTree;
import outrider.learn.tree.Importance;
import outrider.learn.tree.Tree;
import outrider.learn.tree.TreeColumn;
import outrider.prepare.CurveStep;
import outrider.prepare.Preparation;
import outrider.prepare.Step;

/**
 * What a candidate learnt, for its page. Each kind fills what it has; the rest is null.
 *
 * @param linear of logistic regression
 * @param weights of every linear kind, one an input: per standard deviation
 * @param bends of numbers that a linear kind bends, those that matter most first
 * @param importance of columns in forest and boosted trees, largest first
 * @param curve of forest and boosted trees
 * @param penalty of a linear kind that found its own
 * @param limit what kept it from learning more; null where nothing did
 */
public record Learnt(
        Linear linear,
        List<Weight> weights,
        List<Bend> bends,
        List<Stepwise.Taken> path,
        TreeView tree,
        List<Weight> importance,
        Curve curve,
        NetworkView network,
        List<Weight> members,
        CalibrationView calibration,
        List<BayesPart> bayes,
        String remembered,
        PenaltyView penalty,
        String limit) {

    private static final int BEND_POINTS = 61;

    /** Logistic regression's table; {@code aic} and {@code bic} are null with a penalty or weights. */
    public record Linear(
            List<Coefficient> coefficients,
            List<String> dropped,
            List<String> separated,
            double records,
            int iterations,
            boolean converged,
            double logLikelihood,
            Double aic,
            Double bic,
            double mcfadden) {}

    /** What a bent number adds to the log-odds (or margin) along its range, against its median; knots are marked. */
    public record Bend(String column, List<String> inputs, double[] x, double[] y, double[] knots) {
        double height() {
            return Arrays.stream(y).max().orElse(0) - Arrays.stream(y).min().orElse(0);
        }
    }

    /** A name and its number. */
    public record Weight(String name, double value) {}

    /**
     * A tree of the nodes in {@link Tree}'s order, with each split's rules in words.
     *
     * @param sizes the pruning sequence, thinned; empty where nothing was cross-validated
     * @param left node of the left branch, the right one following; −1 for a leaf
     */
    public record TreeView(
            String[] column,
            String[] leftRule,
            String[] rightRule,
            int[] left,
            double[] records,
            double[] events,
            double[] value,
            List<DecisionTree.Size> sizes,
            Integer minimumLeaves,
            Integer oneStandardErrorLeaves,
            int leaves,
            int depth) {}

    /** Figures along trees or rounds; {@code heldBack} is null where nothing was held back. */
    public record Curve(String x, String y, int[] at, double[] training, double[] heldBack, String words) {}

    /** Inputs by hidden units: weight of input c to unit u at {@code hidden[c][u]}; biases apart. */
    public record NetworkView(
            List<String> inputs,
            double[][] hidden,
            double[] bias,
            double[] output,
            double outputBias,
            double[] starts) {}

    /** The map of scores to probabilities; steps of isotonic, or the line in words. */
    public record CalibrationView(String words, double[] from, double[] value) {}

    /** One column of naive Bayes, non-events first. */
    public record BayesPart(String column, double[] mean, double[] deviation, List<String> levels, double[][] share) {}

    /** What is filled in of a kind. */
    private static final class Page {
        Linear linear;
        List<Weight> weights;
        List<Bend> bends;
        List<Stepwise.Taken> path;
        TreeView tree;
        List<Weight> importance;
        Curve curve;
        NetworkView network;
        List<Weight> members;
        CalibrationView calibration;
        List<BayesPart> bayes;
        String remembered;
        PenaltyView penalty;
        String limit;
    }

    static Learnt of(Model model) {
        Page page = new Page();
        fill(page, model);
        return new Learnt(
                page.linear,
                page.weights,
                page.bends,
                page.path,
                page.tree,
                page.importance,
                page.curve,
                page.network,
                page.members,
                page.calibration,
                page.bayes,
                page.remembered,
                page.penalty,
                page.limit);
    }

    private static void fill(Page page, Model model) {
        if (model instanceof CalibratedModel calibrated) {
            page.calibration = calibration(calibrated.calibration());
            fill(page, calibrated.base());
        } else if (model instanceof RebalancedModel rebalanced) {
            fill(page, rebalanced.base());
        } else if (model instanceof LogisticModel logistic) {
            logistic(page, logistic);
        } else if (model instanceof LinearModel linear) {
            page.weights = weights(linear.preparation(), linear.fit().slopes());
            page.bends = bends(linear.preparation(), perUnit(linear));
            page.penalty = PenaltyView.of(linear.penalties(), "squared error of labels ±1");
        } else if (model instanceof TreeModel tree) {
            page.tree = tree(tree.fit());
            if (page.tree.leaves() == 1) {
                page.limit = tree.fit().sizes().isEmpty()
                        ? "The tree is one leaf: no split of so few records gains, so everybody gets the event rate."
                        : "The tree is one leaf: no larger one errs less out of fold, so everybody gets the event rate.";
            }
        } else if (model instanceof ForestModel forest) {
            page.importance = importance(forest.treeColumns(), forest.trees());
            page.limit = unsplit(forest.trees());
            page.curve = curve(forest);
        } else if (model instanceof BoostedModel boosted) {
            page.importance = importance(boosted.fit().columns(), boosted.fit().trees());
            page.limit = unsplit(boosted.fit().trees());
            page.curve = curve(boosted);
        } else if (model instanceof NetworkModel network) {
            page.network = network(network);
        } else if (model instanceof BlendModel blend) {
            page.members = members(blend);
        } else if (model instanceof BayesModel bayes) {
            page.bayes = bayes(bayes);
        } else if (model instanceof NeighbourModel near) {
            page.remembered =
                    near.k() + " nearest of " + near.neighbours().records() + " remembered training records vote";
        }
    }

    private static String unsplit(List<Tree> trees) {
        return trees.stream().anyMatch(tree -> tree.leaves() > 1)
                ? null
                : "No tree found a split that gains, so everybody gets the event rate; fewer records in a leaf may help.";
    }

    /** The columns' way to inputs; null where a kind reads columns as they are. */
    static Preparation preparation(Model model) {
        if (model instanceof CalibratedModel calibrated) return preparation(calibrated.base());
        if (model instanceof RebalancedModel rebalanced) return preparation(rebalanced.base());
        if (model instanceof LogisticModel logistic) return logistic.preparation();
        if (model instanceof LinearModel linear) return linear.preparation();
        if (model instanceof NetworkModel network) return network.preparation();
        if (model instanceof NeighbourModel near) return near.preparation();
        return null;
    }

    private static void logistic(Page page, LogisticModel logistic) {
        LogisticFit fit = logistic.fit();
        List<String> names = logistic.preparation().inputs();
        boolean weighted = fit.standardErrors() == null && fit.separated().isEmpty();
        boolean plain = logistic.penalty() == 0 && !weighted;
        page.linear = new Linear(
                logistic.table(),
                fit.dropped().stream().map(names::get).toList(),
                fit.separated().stream().map(names::get).toList(),
                fit.records(),
                fit.iterations(),
                fit.converged(),
                fit.logLikelihood(),
                plain ? fit.aic() : null,
                plain ? fit.bic() : null,
                fit.mcfadden());
        double[] perDeviation = new double[names.size()];
        for (int c = 0; c < perDeviation.length; c++) {
            perDeviation[c] = fit.coefficients()[c + 1] * fit.deviations()[c];
        }
        double[] slopes = Arrays.copyOfRange(fit.coefficients(), 1, fit.coefficients().length);
        page.weights = weights(logistic.preparation(), perDeviation);
        page.bends = bends(logistic.preparation(), slopes);
        page.path = logistic.path();
        page.penalty = PenaltyView.of(logistic.penalties(), "log loss");
    }

    private static double[] perUnit(LinearModel model) {
        double[] slopes = model.fit().slopes().clone();
        for (int c = 0; c < slopes.length; c++) {
            double deviation = model.scaling().deviation()[c];
            slopes[c] = deviation == 0 ? 0 : slopes[c] / deviation;
        }
        return slopes;
    }

    /** @param slopes per unit of each input */
    private static List<Bend> bends(Preparation preparation, double[] slopes) {
        List<Bend> bends = new ArrayList<>();
        int at = 0;
        for (Step step : preparation.steps()) {
            if (step instanceof CurveStep curve) bends.add(bend(curve, slopes, at));
            at += step.inputs().size();
        }
        bends.sort(Comparator.comparingDouble(bend -> -bend.height()));
        return bends.isEmpty() ? null : bends;
    }

    private static Bend bend(CurveStep curve, double[] slopes, int at) {
        double[] knots = curve.knots();
        int last = knots.length - 1;
        double margin = 0.15 * (knots[last] - knots[0]);
        double[] x = new double[BEND_POINTS];
        double[] y = new double[BEND_POINTS];
        double middle = height(curve, curve.number().fill(), slopes, at);
        for (int i = 0; i < BEND_POINTS; i++) {
            x[i] = knots[0] - margin + i * (knots[last] - knots[0] + 2 * margin) / (BEND_POINTS - 1);
            y[i] = height(curve, x[i], slopes, at) - middle;
        }
        return new Bend(curve.number().inputs().get(0), curve.inputs().subList(0, last), x, y, knots);
    }

    private static double height(CurveStep curve, double x, double[] slopes, int at) {
        double[] bent = new double[curve.knots().length - 1];
        curve.bend(x, bent, 0);
        double sum = 0;
        for (int j = 0; j < bent.length; j++) sum += slopes[at + j] * bent[j];
        return sum;
    }

    private static List<Weight> weights(Preparation preparation, double[] values) {
        List<String> names = preparation.inputs();
        return IntStream.range(0, names.size())
                .mapToObj(c -> new Weight(names.get(c), values[c]))
                .toList();
    }

    private static List<Weight> importance(List<TreeColumn> columns, List<Tree> trees) {
        double[] shares = Importance.of(trees, columns.size());
        return IntStream.range(0, shares.length)
                .mapToObj(c -> new Weight(columns.get(c).name(), shares[c]))
                .sorted(Comparator.comparingDouble(weight -> -weight.value()))
                .toList();
    }

    private static TreeView tree(DecisionTree.Fit fit) {
        Tree tree = fit.tree();
        int nodes = tree.column().length;
        String[] column = new String[nodes];
        String[] leftRule = new String[nodes];
        String[] rightRule = new String[nodes];
        int[] left = tree.left().clone();
        for (int node = 0; node < nodes; node++) {
            if (tree.column()[node] < 0) {
                left[node] = -1;
                continue;
            }
            TreeColumn on = fit.columns().get(tree.column()[node]);
            column[node] = on.name();
            leftRule[node] = TreeRules.left(tree, node, on);
            rightRule[node] = TreeRules.right(tree, node, on);
        }
        List<DecisionTree.Size> sizes = fit.sizes();
        return new TreeView(
                column,
                leftRule,
                rightRule,
                left,
                tree.records(),
                tree.events(),
                tree.value(),
                thinned(sizes),
                sizes.isEmpty() ? null : sizes.get(fit.minimum()).leaves(),
                sizes.isEmpty() ? null : sizes.get(fit.oneStandardError()).leaves(),
                tree.leaves(),
                tree.depth());
    }

    /** All small trees, and of the many large ones every few. */
    private static List<DecisionTree.Size> thinned(List<DecisionTree.Size> sizes) {
        List<DecisionTree.Size> kept = new ArrayList<>();
        int last = Integer.MAX_VALUE;
        for (DecisionTree.Size size : sizes) {
            if (size.leaves() > 60 && size.leaves() > last * 0.96) continue;
            kept.add(size);
            last = size.leaves();
        }
        return kept;
    }

    private static Curve curve(ForestModel forest) {
        return new Curve(
                "trees",
                "out-of-bag squared error",
                forest.curve().stream().mapToInt(p -> p.trees()).toArray(),
                null,
                forest.curve().stream().mapToDouble(p -> p.outOfBag()).toArray(),
                forest.outOfBagAuc() == null
                        ? null
                        : String.format(
                                java.util.Locale.ROOT,
                                "Out-of-bag AUC %.3f: each training record scored by the trees that did not draw it.",
                                forest.outOfBagAuc()));
    }

    private static Curve curve(BoostedModel boosted) {
        var points = boosted.fit().curve();
        boolean heldBack = !points.isEmpty() && points.get(0).heldBack() != null;
        int rounds = boosted.fit().trees().size();
        return new Curve(
                "rounds",
                "log loss",
                points.stream().mapToInt(p -> p.rounds()).toArray(),
                points.stream().mapToDouble(p -> p.training()).toArray(),
                heldBack ? points.stream().mapToDouble(p -> p.heldBack()).toArray() : null,
                heldBack
                        ? "Lowest on the held-back sixth of training after " + rounds
                                + " rounds; then learnt from all of training for as many."
                        : rounds + " rounds, none held back.");
    }

    private static NetworkView network(NetworkModel model) {
        var fit = model.fit();
        double[][] hidden = new double[fit.inputs()][];
        for (int c = 0; c < hidden.length; c++) {
            hidden[c] = Arrays.copyOfRange(fit.hidden(), c * fit.units(), (c + 1) * fit.units());
        }
        int biases = fit.inputs() * fit.units();
        return new NetworkView(
                model.preparation().inputs(),
                hidden,
                Arrays.copyOfRange(fit.hidden(), biases, biases + fit.units()),
                Arrays.copyOf(fit.output(), fit.units()),
                fit.output()[fit.units()],
                fit.objectives());
    }

    private static List<Weight> members(BlendModel blend) {
        int size = blend.names().size();
        return IntStream.range(0, size)
                .mapToObj(m ->
                        new Weight(blend.names().get(m), blend.weights() == null ? 1.0 / size : blend.weights()[m + 1]))
                .toList();
    }

    private static CalibrationView calibration(Calibration map) {
        if (map instanceof LogisticMap line) {
            String on = line.onLogOdds() ? "log-odds of the score" : "score";
            String words = String.format(
                    java.util.Locale.ROOT, "log-odds = %.3f + %.3f × %s", line.intercept(), line.slope(), on);
            return new CalibrationView(words, null, null);
        }
        IsotonicMap steps = (IsotonicMap) map;
        return new CalibrationView(steps.from().length + " rising steps", steps.from(), steps.value());
    }

    private static List<BayesPart> bayes(BayesModel model) {
        return model.bayes().parts().stream()
                .map(part -> new BayesPart(
                        part.column().name(),
                        part.mean(),
                        part.variance() == null
                                ? null
                                : Arrays.stream(part.variance()).map(Math::sqrt).toArray(),
                        part.column().levels(),
                        part.logShare() == null
                                ? null
                                : Arrays.stream(part.logShare())
                                        .map(shares -> Arrays.stream(shares)
                                                .map(Math::exp)
                                                .toArray())
                                        .toArray(double[][]::new)))
                .toList();
    }
}
