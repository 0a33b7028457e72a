package outrider.learn.tree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;

/** Columns that are nearly always the same are summed from where they are not: with the same trees as if they were not. */
class SparseTreesTest {
    private static final int N = 2500;

    private static TrainingData data(long seed) {
        RandomStream random = new Seeds(seed).stream("sparse trees");
        double[] risk = new double[N];
        Column[] columns = new Column[40];
        for (int c = 0; c < columns.length; c++) {
            double[] values = new double[N];
            int[] codes = new int[N];
            for (int i = 0; i < N; i++) {
                boolean odd = c < 4 || random.nextDouble() < 0.12;
                values[i] = !odd ? 0 : random.nextDouble() < 0.2 ? Double.NaN : 1 + random.nextInt(4);
                codes[i] = !odd ? 0 : random.nextInt(5) - 1;
                risk[i] += c % 5 == 0 ? (Double.isNaN(values[i]) ? 1 : 0.5 * values[i]) : 0;
            }
            columns[c] = c % 4 == 3
                    ? new CategoryColumn("c" + c, codes, List.of("none", "a", "b", "d"))
                    : new NumberColumn("c" + c, values);
        }
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - risk[i])) ? 1 : 0);
        return Cases.data(y, columns);
    }

    private static Binned binned(TrainingData data) {
        return Binned.of(data, Binned.MOST, Workers.ALONE, Progress.NONE);
    }

    /** The same bins with every column summed record by record. */
    private static Binned plain(Binned of) {
        int[] none = new int[of.width()];
        Arrays.fill(none, -1);
        return new Binned(
                of.columns(),
                of.bin(),
                of.rows(),
                of.edges(),
                of.bins(),
                none,
                new Binned.Listed(new int[of.rows() + 1], new int[0], new int[of.width() + 1], new int[0]));
    }

    private static Tree grown(Binned binned, TrainingData data, boolean chosen) {
        double[] b = new double[N];
        double[] a = new double[N];
        for (int i = 0; i < N; i++) {
            b[i] = 1 + i % 3;
            a[i] = b[i] * data.outcome()[i];
        }
        RandomStream random = new Seeds(1).stream("choice");
        int[] all = IntStream.range(0, binned.width()).toArray();
        Grower grower = new Grower(binned, Criterion.GINI, 12, 10, Workers.ALONE);
        int[] rows = IntStream.range(0, N).toArray();
        return chosen
                ? grower.grow(
                                rows,
                                a,
                                b,
                                null,
                                () -> IntStream.generate(() -> random.nextInt(all.length))
                                        .distinct()
                                        .limit(6)
                                        .toArray(),
                                Progress.NONE,
                                null)
                        .tree()
                : grower.grow(rows, a, b, all, null, Progress.NONE, null).tree();
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void theTreeIsTheOneOfPlainSums(long seed) {
        TrainingData data = data(seed);
        Binned binned = binned(data);
        assertThat(Arrays.stream(binned.common()).filter(c -> c >= 0).count()).isEqualTo(36);
        for (boolean chosen : List.of(false, true)) {
            Tree sparse = grown(binned, data, chosen);
            Tree plain = grown(plain(binned), data, chosen);
            assertThat(sparse.leaves()).isGreaterThan(20);
            assertThat(sparse.splits().column()).containsExactly(plain.splits().column());
            assertThat(sparse.splits().threshold())
                    .containsExactly(plain.splits().threshold());
            assertThat(sparse.splits().missingLeft())
                    .containsExactly(plain.splits().missingLeft());
            assertThat(sparse.nodes().records()).containsExactly(plain.nodes().records());
            assertThat(sparse.nodes().events()).containsExactly(plain.nodes().events());
        }
    }

    @Test
    void bothListsHoldEveryOddCellOnce() {
        Binned binned = binned(data(5));
        Binned.Listed listed = binned.listed();
        int cells = 0;
        for (int c = 0; c < binned.width(); c++) {
            for (int j = listed.byColumn()[c]; j < listed.byColumn()[c + 1]; j++, cells++) {
                int row = listed.who()[j] >>> 8;
                assertThat(listed.who()[j] & 0xff)
                        .isEqualTo(binned.binAt(row, c))
                        .isNotEqualTo(binned.common()[c]);
            }
        }
        assertThat(cells).isEqualTo(listed.cells().length);
        for (int r = 0; r < binned.rows(); r++) {
            for (int j = listed.start()[r]; j < listed.start()[r + 1]; j++) {
                int c = listed.cells()[j] >> 8;
                assertThat(listed.cells()[j] & 0xff).isEqualTo(binned.binAt(r, c));
            }
        }
    }

    @Test
    void recordsThatGoDownSideBySideEndWhereEachEndsAlone() {
        TrainingData data = data(6);
        Binned binned = binned(data);
        Tree tree = grown(binned, data, false);
        boolean[] levels = new boolean[binned.width()];
        for (int c = 0; c < levels.length; c++)
            levels[c] = binned.columns().get(c).levels() != null;
        int[] rows = IntStream.range(0, 103).toArray();
        double[] values = TreeValues.read(binned.columns(), data.table(), rows);
        double[] sum = new double[rows.length];
        Arrays.fill(sum, 0.5);
        tree.addTo(sum, 0, rows.length, values, levels);
        for (int i = 0; i < rows.length; i++) {
            assertThat(sum[i]).isEqualTo(0.5 + tree.nodes().value()[tree.leaf(values, i * levels.length)]);
        }
    }

    @Test
    void entropyOfWholeNumbersIsThatOfTheirLogarithms() {
        for (double[] node : new double[][] {{0, 9}, {9, 9}, {3, 16_000}, {40, 20_000}, {2.5, 7.5}}) {
            double p = node[0] / node[1];
            double expected = p == 0 || p == 1 ? 0 : node[1] * (p * Math.log(p) + (1 - p) * Math.log(1 - p));
            assertThat(Criterion.ENTROPY.worth(node[0], node[1])).isCloseTo(expected, within(1e-9 * node[1]));
        }
    }

    private static BoostedTrees.Fit boosted(TrainingData data, int patience) {
        var way = new BoostedTrees.Options(
                200, 3, 10, 0.7, 0.5, new Criterion.SecondOrder(1, 0.1), patience, Monotone.NONE);
        return BoostedTrees.fit(data, new Balance.Sample(data.rows(), null, 0), way, Workers.ALONE, Progress.NONE);
    }

    /** With some 40 events in a sixth all sixths say when to stop: what is held back is then all of training. */
    @Test
    void boostingOfFewEventsStopsByAllFoldsTogether() {
        TrainingData data = data(7);
        int[] few = IntStream.range(0, 800).toArray();
        BoostedTrees.Fit fit = boosted(data.withRows(few), 20);
        assertThat(data.withRows(few).events()).isBetween(60, 590);
        assertThat(fit.trees().size()).isGreaterThan(5);
        int best = IntStream.range(0, fit.curve().size())
                .reduce((i, j) ->
                        fit.curve().get(j).heldBack() < fit.curve().get(i).heldBack() - 1e-9 ? j : i)
                .orElseThrow();
        assertThat(fit.trees()).hasSize(best + 1);
        assertThat(fit.curve()).hasSize(Math.min(200, best + 1 + 20));
        assertThat(boosted(data.withRows(few), 0).curve()).hasSize(200).allMatch(point -> point.heldBack() == null);
    }
}
