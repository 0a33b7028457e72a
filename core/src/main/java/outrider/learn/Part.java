package outrider.learn;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** One thing that a model learnt, as a page shows it: each part is drawn in one way, whatever kind it comes from. */
public sealed interface Part {

    /** What kept the model from learning more. */
    record Limit(String words) implements Part {}

    /** Anything that a sentence tells. */
    record Sentence(String words) implements Part {}

    /**
     * How a penalty was found.
     *
     * @param loss what folds lose at each penalty {@code at}, in {@code unit}; empty where none was tried
     */
    record Penalty(String words, double chosen, String unit, double[] at, double[] loss) implements Part {}

    /** Numbers that are bent, those that matter most first; heights are in {@code unit}. */
    record Bends(String unit, List<Bend> bends) implements Part {}

    /** What a bent number adds along its range, against its median; knots are marked. */
    record Bend(String column, List<String> inputs, double[] x, double[] y, double[] knots) {
        public double height() {
            return Arrays.stream(y).max().orElse(0) - Arrays.stream(y).min().orElse(0);
        }
    }

    /**
     * Logistic regression's table.
     *
     * @param bent inputs that are drawn among {@link Bends}
     */
    record OddsRatios(
            List<Coefficient> coefficients,
            List<String> dropped,
            List<String> separated,
            List<String> bent,
            Likelihood likelihood)
            implements Part {}

    /** How well it fits; {@code aic} and {@code bic} are null with a penalty or weights. */
    record Likelihood(
            double records,
            int iterations,
            boolean converged,
            double logLikelihood,
            @Nullable Double aic,
            @Nullable Double bic,
            double mcfadden) {}

    /**
     * Weights of inputs, per standard deviation.
     *
     * @param bent inputs that are drawn among {@link Bends}
     * @param told whether another part tells them already, so that these only stand beside other candidates'
     */
    record Weights(List<Weight> weights, List<String> bent, boolean told) implements Part {}

    /** A name and its number. */
    record Weight(String name, double value) {}

    /** The path of a stepwise choice by {@code criterion}. */
    record StepwisePath(@Nullable String criterion, List<PathStep> steps) implements Part {}

    /**
     * A step of a stepwise selection.
     *
     * @param column that went in or out; null for the start. {@code value} the criterion after the step
     */
    record PathStep(@Nullable String column, boolean added, double value, int columns) {}

    /**
     * A tree of nodes, with each split's rules in words.
     *
     * @param left node of the left branch, the right one following; −1 for a leaf
     * @param pruning the pruning sequence, thinned; empty where nothing was cross-validated
     */
    record Tree(
            @Nullable String[] column,
            @Nullable String[] leftRule,
            @Nullable String[] rightRule,
            int[] left,
            double[] records,
            double[] events,
            double[] value,
            TreeSizes pruning)
            implements Part {}

    /**
     * The sizes to which a tree may be pruned, and what each costs.
     *
     * @param minimumLeaves and {@code oneStandardErrorLeaves}: what the rules choose; null where nothing was cross-validated
     */
    record TreeSizes(
            int leaves,
            int depth,
            List<TreeSize> sizes,
            @Nullable Integer minimumLeaves,
            @Nullable Integer oneStandardErrorLeaves) {}

    /** Mean error a record of a pruned tree, by cross-validation with its standard error. */
    record TreeSize(
            int leaves,
            double training,
            @Nullable Double error,
            @Nullable Double standardError) {}

    /** Each column's share of what all splits gained, largest first. */
    record Importance(List<Weight> shares) implements Part {}

    /**
     * Figures along trees or rounds.
     *
     * @param other the figures on records that a model did not learn from, called {@code otherName}; null where there are none.
     *     {@code training} likewise
     */
    record Curve(
            String title,
            Axis axis,
            int[] at,
            double @Nullable [] training,
            @Nullable String otherName,
            double @Nullable [] other,
            @Nullable String words)
            implements Part {}

    /** What stands along and up. */
    record Axis(String x, String y) {}

    /** Inputs by hidden units: weight of input c to unit u at {@code hidden[c][u]}; biases apart. */
    record Network(
            List<String> inputs, double[][] hidden, double[] bias, double[] output, double outputBias, double[] starts)
            implements Part {}

    /** Weights of a blend's members. */
    record Members(List<Weight> weights) implements Part {}

    /** What each column says by outcome. */
    record ByOutcome(List<OutcomeColumn> columns) implements Part {}

    /**
     * One column, non-events first: mean and deviation of a number, or shares of levels.
     *
     * @param date whether its numbers are days since 1970
     * @param within lowest and highest value of a number that counts as itself; null for all
     */
    record OutcomeColumn(
            String column,
            boolean date,
            double @Nullable [] mean,
            double @Nullable [] deviation,
            double @Nullable [] within,
            @Nullable List<String> levels,
            double @Nullable [][] share) {}

    /** The map of scores to probabilities; steps of isotonic, or the line in words. */
    record CalibrationMap(String words, double @Nullable [] from, double @Nullable [] value) implements Part {}
}
