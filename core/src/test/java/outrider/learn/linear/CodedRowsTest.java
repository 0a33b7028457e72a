package outrider.learn.linear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.prepare.TrainingData;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Sums by levels are the sums by inputs. */
class CodedRowsTest {
    private static final int N = 700;

    /** Of each kind some: numbers with gaps, 0/1 numbers, counts that are mostly 0, levels, ordered levels with gaps, a level that is seldom left, levels without end. */
    private static Design design(long seed, int copies) {
        RandomStream random = new Seeds(seed).stream("coded rows");
        List<Column> made = new ArrayList<>();
        for (int c = 0; c < copies; c++) {
            double[] gaps = new double[N];
            double[] flag = new double[N];
            double[] counts = new double[N];
            int[] levels = new int[N];
            int[] order = new int[N];
            int[] many = new int[N];
            int[] seldom = new int[N];
            for (int i = 0; i < N; i++) {
                gaps[i] = random.nextInt(9) == 0 ? Double.NaN : random.nextGaussian();
                flag[i] = random.nextInt(8) == 0 ? 1 : 0;
                counts[i] = random.nextInt(8) == 0 ? 1 + random.nextInt(4) : 0;
                levels[i] = random.nextInt(3 + c);
                order[i] = random.nextInt(7) - 1;
                many[i] = random.nextInt(400);
                seldom[i] = random.nextInt(12) == 0 ? 1 : 0;
            }
            made.add(new NumberColumn("gaps " + c, gaps));
            made.add(new NumberColumn("flag " + c, flag));
            made.add(new NumberColumn("counts " + c, counts));
            made.add(new CategoryColumn("levels " + c, levels, names("level ", 3 + c)));
            made.add(new CategoryColumn("order " + c, order, names("", 6)));
            made.add(new CategoryColumn("seldom " + c, seldom, names("seldom ", 2)));
            made.add(new CategoryColumn("many " + c, many, names("one of many ", 400)));
        }
        Table table = new Table(made, null);
        TrainingData data = new TrainingData(
                table,
                made.stream().map(Column::name).toList(),
                IntStream.range(0, N).toArray(),
                new byte[N],
                null,
                1);
        Design x = Preparation.fit(data, new Preparation.Options(false, Integer.MAX_VALUE, true), Progress.NONE)
                .apply(table, data.rows());
        return x.scaledInPlace(Scaling.fit(x, null).ofNumbers(x));
    }

    private static List<String> names(String before, int count) {
        return IntStream.range(1, count + 1).mapToObj(l -> before + l).toList();
    }

    private static double[] some(RandomStream random, int count) {
        return IntStream.range(0, count).mapToDouble(i -> random.nextGaussian()).toArray();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 4, 12})
    void sumsAreThoseOfTheInputs(int copies) {
        Design x = design(copies, copies);
        RandomStream random = new Seeds(5).stream("slopes");
        double[] beta = some(random, x.columns() + 1);
        double[] factor = some(random, N);
        CodedRows rows = CodedRows.of(x);
        CodedRows plain = CodedRows.plain(x);
        double[] spread = rows.spread(beta);
        double[] sums = new double[rows.spread()];
        double[] plainSums = new double[plain.spread()];
        for (int i = 0; i < N; i++) {
            assertThat(rows.margin(spread, i)).isCloseTo(x.margin(beta, i), within(1e-10));
            assertThat(plain.margin(plain.spread(beta), i)).isEqualTo(x.margin(beta, i));
            rows.addTo(sums, factor[i], i);
            plain.addTo(plainSums, factor[i], i);
        }
        double[] expected = new double[x.columns() + 1];
        for (int i = 0; i < N; i++) x.addTo(expected, factor[i], i);
        assertThat(plain.gathered(plainSums)).containsExactly(expected);
        assertThat(rows.gathered(sums)).containsExactly(expected, within(1e-10));
        double[] squares = new double[x.columns() + 1];
        double[] row = new double[x.columns()];
        for (int i = 0; i < N; i++) {
            x.write(i, row);
            squares[0] += factor[i];
            for (int p = 0; p < row.length; p++) {
                double value = row[x.inputs()[p]];
                squares[p + 1] += factor[i] * value * value;
            }
        }
        assertThat(plain.squares(factor)).containsExactly(squares, within(1e-9));
        assertThat(rows.squares(factor)).containsExactly(squares, within(1e-9));
    }

    @Test
    void aDesignWithoutColumnsIsTheIntercept() {
        Design x = design(1, 1);
        boolean[] all = new boolean[x.columns()];
        Arrays.fill(all, true);
        CodedRows rows = CodedRows.of(x.without(all));
        assertThat(rows.margin(rows.spread(new double[] {2}), 0)).isEqualTo(2);
    }
}
