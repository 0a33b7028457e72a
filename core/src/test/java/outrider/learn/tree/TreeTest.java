package outrider.learn.tree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.learn.Part;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

class TreeTest {
    private static DecisionTree.Fit tree(
            TrainingData data, Criterion impurity, int depth, int fewest, DecisionTree.Cutting cutting) {
        var way =
                new DecisionTree.Options(impurity, depth, fewest, cutting, Pruning.Error.SQUARED, 6, 5, Monotone.NONE);
        var sample = new Balance.Sample(data.rows(), null, 0);
        return DecisionTree.fit(data, sample, way, Workers.ALONE, Progress.NONE);
    }

    private static double impurity(double events, double records, boolean gini) {
        double p = events / records;
        if (gini) return 2 * records * p * (1 - p);
        return p == 0 || p == 1 ? 0 : -records * (p * Math.log(p) + (1 - p) * Math.log(1 - p));
    }

    /** The largest gain over every threshold, every set of levels and both sides for missing values. */
    private static double bestGain(TrainingData data, boolean gini, int fewest) {
        double[] values;
        double best = 0;
        for (String name : data.inputs()) {
            TreeColumn column = TreeColumn.fit(data.table().column(name), data.rows());
            values = column.read(data.table().column(name), data.rows());
            List<double[]> left = new ArrayList<>();
            if (column.levels() != null) {
                for (int set = 0; set < 1 << column.levels().size(); set++) {
                    double[] side = new double[values.length];
                    for (int i = 0; i < side.length; i++)
                        side[i] = Double.isNaN(values[i]) ? -1 : set >> (int) values[i] & 1;
                    left.add(side);
                }
            } else {
                for (double threshold : values) {
                    double[] side = new double[values.length];
                    for (int i = 0; i < side.length; i++)
                        side[i] = Double.isNaN(values[i]) ? -1 : values[i] <= threshold ? 1 : 0;
                    left.add(side);
                }
            }
            for (double[] side : left) {
                for (int missing = 0; missing < 2; missing++) {
                    double[] records = new double[2];
                    double[] events = new double[2];
                    for (int i = 0; i < side.length; i++) {
                        int at = side[i] < 0 ? missing : (int) side[i];
                        records[at]++;
                        events[at] += data.outcome()[i];
                    }
                    if (records[0] < fewest || records[1] < fewest) continue;
                    double gain = impurity(events[0] + events[1], records[0] + records[1], gini)
                            - impurity(events[0], records[0], gini)
                            - impurity(events[1], records[1], gini);
                    best = Math.max(best, gain);
                }
            }
        }
        return best;
    }

    @ParameterizedTest
    @CsvSource({"1,true", "2,true", "3,false", "4,false"})
    void theFirstSplitIsTheBestOfAll(long seed, boolean gini) {
        TrainingData data = Cases.mixed(120, seed);
        Tree tree = tree(data, gini ? Criterion.GINI : Criterion.ENTROPY, 1, 9, DecisionTree.Cutting.NONE)
                .tree();
        double best = bestGain(data, gini, 9);
        assertThat(tree.nodes().gain()[0]).isCloseTo(best, within(1e-9));
    }

    @Test
    void leavesHoldTheRecordsTheyWereGrownFrom() {
        TrainingData data = Cases.mixed(700, 8);
        DecisionTree.Fit fit = tree(data, Criterion.GAIN_RATIO, 9, 12, DecisionTree.Cutting.NONE);
        Tree tree = fit.tree();
        double[] values = TreeValues.read(fit.columns(), data.table(), data.rows());
        double[] records = new double[tree.splits().column().length];
        double[] events = new double[tree.splits().column().length];
        for (int i = 0; i < data.rows().length; i++) {
            int leaf = tree.leaf(values, i * fit.columns().size());
            records[leaf]++;
            events[leaf] += data.outcome()[i];
        }
        for (int node = 0; node < records.length; node++) {
            if (tree.splits().column()[node] >= 0) continue;
            assertThat(records[node]).isEqualTo(tree.nodes().records()[node]).isGreaterThanOrEqualTo(12);
            assertThat(tree.nodes().value()[node]).isEqualTo(events[node] / records[node]);
        }
        assertThat(tree.depth()).isBetween(3, 9);
    }

    /** Every tree that cutting back can make, as leaves and error. */
    private static List<double[]> subtrees(Tree tree, int node) {
        List<double[]> all = new ArrayList<>();
        all.add(new double[] {
            1,
            Pruning.Error.SQUARED.of(tree.nodes().events()[node], tree.nodes().records()[node])
        });
        if (tree.splits().column()[node] < 0) return all;
        for (double[] left : subtrees(tree, tree.splits().left()[node])) {
            for (double[] right : subtrees(tree, tree.splits().left()[node] + 1)) {
                all.add(new double[] {left[0] + right[0], left[1] + right[1]});
            }
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(longs = {3, 4, 5})
    void thePruningSequenceIsOptimalAtEveryPenalty(long seed) {
        TrainingData data = Cases.mixed(160, seed);
        Tree tree = tree(data, Criterion.GINI, 4, 8, DecisionTree.Cutting.NONE).tree();
        Pruning.Sequence sequence = Pruning.sequence(tree, Pruning.Error.SQUARED);
        List<double[]> all = subtrees(tree, 0);
        double n = tree.nodes().records()[0];
        assertThat(sequence.steps()).hasSizeGreaterThan(3).isSorted();
        assertThat(sequence.leaves()[sequence.leaves().length - 1]).isEqualTo(1);
        for (int s = 0; s < sequence.steps().length; s++) {
            for (double alpha : new double[] {sequence.steps()[s], sequence.steps()[s] * 1.0001 + 1e-12}) {
                double lowest = Double.POSITIVE_INFINITY;
                for (double[] sub : all) lowest = Math.min(lowest, sub[1] / n + alpha * sub[0]);
                Tree cut = Pruning.at(tree, sequence, sequence.steps()[s]);
                double error = 0;
                for (int i = 0; i < cut.splits().column().length; i++) {
                    if (cut.splits().column()[i] < 0)
                        error += Pruning.Error.SQUARED.of(
                                cut.nodes().events()[i], cut.nodes().records()[i]);
                }
                assertThat(cut.leaves()).isEqualTo(sequence.leaves()[s]);
                assertThat(error / n + alpha * cut.leaves()).isCloseTo(lowest, within(1e-9));
            }
        }
    }

    @Test
    void rulesCutWhereTheySay() {
        TrainingData data = Cases.mixed(3000, 6);
        DecisionTree.Fit minimum = tree(data, Criterion.GINI, 12, 5, DecisionTree.Cutting.MINIMUM);
        DecisionTree.Size best = minimum.sizes().get(minimum.minimum());
        DecisionTree.Size simple = minimum.sizes().get(minimum.oneStandardError());
        assertThat(minimum.tree().leaves()).isEqualTo(best.leaves());
        assertThat(minimum.sizes()).allSatisfy(size -> assertThat(size.error()).isGreaterThanOrEqualTo(best.error()));
        assertThat(simple.error()).isLessThanOrEqualTo(best.error() + best.standardError());
        assertThat(simple.leaves()).isLessThan(best.leaves());
        assertThat(tree(data, Criterion.GINI, 12, 5, DecisionTree.Cutting.ONE_STANDARD_ERROR)
                        .tree()
                        .leaves())
                .isEqualTo(simple.leaves());
        Tree sized =
                tree(data, Criterion.GINI, 12, 5, DecisionTree.Cutting.SIZE).tree();
        assertThat(sized.leaves()).isBetween(2, 6);
        int whole = tree(data, Criterion.GINI, 12, 5, DecisionTree.Cutting.NONE)
                .tree()
                .leaves();
        int described = tree(data, Criterion.GINI, 12, 5, DecisionTree.Cutting.DESCRIPTION_LENGTH)
                .tree()
                .leaves();
        assertThat(described).isBetween(2, whole / 2);
    }

    /** All events are of one customer, who is in one fold. */
    @Test
    void whereNoFoldsCanBeDealtItIsCutByDescriptionLengthAndSaysSo() {
        TrainingData mixed = Cases.mixed(600, 6);
        int[] unit = IntStream.range(0, mixed.outcome().length)
                .map(i -> mixed.outcome()[i] == 1 ? 0 : i)
                .toArray();
        TrainingData one = new TrainingData(mixed.table(), mixed.inputs(), mixed.rows(), mixed.outcome(), unit, 1);
        DecisionTree.Fit cut = tree(one, Criterion.GINI, 12, 5, DecisionTree.Cutting.MINIMUM);
        assertThat(cut.tree().leaves())
                .isEqualTo(tree(one, Criterion.GINI, 12, 5, DecisionTree.Cutting.DESCRIPTION_LENGTH)
                        .tree()
                        .leaves());
        assertThat(new TreeModel(cut).summary().get(0)).isInstanceOf(Part.Limit.class);
        assertThat(tree(mixed, Criterion.GINI, 12, 5, DecisionTree.Cutting.MINIMUM)
                        .tooFew())
                .isNull();
        assertThatThrownBy(() -> tree(one, Criterion.GINI, 12, 5, DecisionTree.Cutting.SIZE))
                .hasMessageContaining("too few events");
    }

    @Test
    void outOfBagScoresComeFromTreesThatDidNotDrawTheRecord() {
        TrainingData data = Cases.mixed(300, 2);
        var sample = new Balance.Sample(data.rows(), null, 0);
        var one = new RandomForest.Options(1, 3, 10, 2, 1_000_000, Criterion.ENTROPY);
        RandomForest.Fit fit = RandomForest.fit(data, sample, one, Workers.ALONE, Progress.NONE);
        long drawn = IntStream.range(0, 300)
                .filter(i -> Double.isNaN(fit.outOfBag()[i]))
                .count();
        assertThat(drawn / 300.0).isCloseTo(1 - Math.exp(-1), within(0.08));
        double[] values = TreeValues.read(fit.columns(), data.table(), data.rows());
        Tree tree = fit.trees().get(0);
        for (int i = 0; i < 300; i++) {
            if (Double.isNaN(fit.outOfBag()[i])) continue;
            assertThat(fit.outOfBag()[i])
                    .isEqualTo(tree.nodes()
                            .value()[tree.leaf(values, i * fit.columns().size())]);
        }
        var many = new RandomForest.Options(80, 3, 10, 5, 1_000_000, Criterion.ENTROPY);
        RandomForest.Fit forest = RandomForest.fit(data, sample, many, Workers.ALONE, Progress.NONE);
        assertThat(forest.curve().get(79).outOfBag())
                .isLessThan(forest.curve().get(0).outOfBag());
    }

    @Test
    void aFirstRoundOfBoostingIsTheNewtonStepOfItsLeaves() {
        TrainingData data = Cases.mixed(400, 9);
        var way = new BoostedTrees.Options(1, 3, 10, 1, 1, new Criterion.SecondOrder(2.5, 1), 0, Monotone.NONE);
        var sample = new Balance.Sample(data.rows(), null, 0);
        BoostedTrees.Fit fit = BoostedTrees.fit(data, sample, way, Workers.ALONE, Progress.NONE);
        double p = data.rate();
        assertThat(fit.base()).isCloseTo(Math.log(p / (1 - p)), within(1e-12));
        Tree tree = fit.trees().get(0);
        double[] values = TreeValues.read(fit.columns(), data.table(), data.rows());
        double[] g = new double[tree.splits().column().length];
        double[] h = new double[tree.splits().column().length];
        for (int i = 0; i < 400; i++) {
            int leaf = tree.leaf(values, i * fit.columns().size());
            g[leaf] += p - data.outcome()[i];
            h[leaf] += p * (1 - p);
        }
        for (int node = 0; node < g.length; node++) {
            if (tree.splits().column()[node] < 0)
                assertThat(tree.nodes().value()[node]).isCloseTo(-g[node] / (h[node] + 2.5), within(1e-9));
        }
    }

    @Test
    void thresholdsAreThePlainestNumbersBetweenValues() {
        assertThat(Binned.plainest(3, 4)).isEqualTo(3.5);
        assertThat(Binned.plainest(12, 87)).isEqualTo(50);
        assertThat(Binned.plainest(0.1, 0.2)).isEqualTo(0.15);
        assertThat(Binned.plainest(-5, 5)).isEqualTo(0);
        double next = Math.nextUp(1.0);
        assertThat(Binned.plainest(1, next)).isEqualTo(1);
        assertThat(Binned.plainest(-1.7e308, 1.7e308)).isBetween(-1.7e308, 1.6e308);
        assertThat(Binned.edges(new double[] {2, 1, Double.NaN, 2, 3}, 254)).containsExactly(1.5, 2.5);
    }
}
