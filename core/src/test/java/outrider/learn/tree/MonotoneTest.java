package outrider.learn.tree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** The outcome of these data bends back in "a"; a bound score must not. */
class MonotoneTest {
    private static final TrainingData DATA = Cases.mixed(1500, 8);
    private static final double[] GRID =
            IntStream.rangeClosed(-30, 30).mapToDouble(i -> i / 10.0).toArray();

    private static double[] along(Model model, String column, int record) {
        List<Column> columns = new ArrayList<>();
        for (Column c : DATA.table().columns()) {
            double[] same = new double[GRID.length];
            if (!(c instanceof NumberColumn numbers)) {
                columns.add(repeated(c, record));
                continue;
            }
            Arrays.fill(same, numbers.values()[record]);
            columns.add(new NumberColumn(c.name(), c.name().equals(column) ? GRID : same));
        }
        return model.score(
                new Table(columns, null), IntStream.range(0, GRID.length).toArray());
    }

    private static Column repeated(Column c, int record) {
        if (c instanceof outrider.table.CategoryColumn levels) {
            int[] codes = new int[GRID.length];
            Arrays.fill(codes, levels.codes()[record]);
            return new outrider.table.CategoryColumn(c.name(), codes, levels.levels());
        }
        int[] days = new int[GRID.length];
        Arrays.fill(days, ((outrider.table.DateColumn) c).days()[record]);
        return new outrider.table.DateColumn(c.name(), days);
    }

    private static int falls(double[] score) {
        int falls = 0;
        for (int i = 1; i < score.length; i++) if (score[i] < score[i - 1] - 1e-15) falls++;
        return falls;
    }

    @ParameterizedTest
    @ValueSource(strings = {"tree", "boosted"})
    void aBoundScoreNeverTurns(String name) {
        Learner kind = Learners.named(name);
        Model free = Cases.train(kind, Settings.initial(kind), DATA, 1);
        Model rising = Cases.train(kind, Settings.of(kind, Map.of("rising", List.of("a", "copy of a"))), DATA, 1);
        Model falling = Cases.train(kind, Settings.of(kind, Map.of("falling", List.of("a", "b"))), DATA, 1);
        int turned = 0;
        boolean moves = false;
        for (int record = 0; record < 60; record++) {
            turned += falls(along(free, "a", record));
            double[] up = along(rising, "a", record);
            assertThat(falls(up)).isZero();
            moves |= up[GRID.length - 1] > up[0];
            double[] down =
                    Arrays.stream(along(falling, "a", record)).map(s -> -s).toArray();
            assertThat(falls(down)).isZero();
        }
        assertThat(turned).as("the free one turns").isPositive();
        assertThat(moves).as("the bound one still learns from it").isTrue();
    }

    @Test
    void whatCannotBeBoundIsRefusedByName() {
        for (Map<String, Object> wrong : List.of(
                Map.<String, Object>of("rising", List.of("level")),
                Map.<String, Object>of("rising", List.of("nobody")),
                Map.<String, Object>of("rising", List.of("a"), "falling", List.of("a")))) {
            assertThatThrownBy(() ->
                            Cases.train(Learners.named("tree"), Settings.of(Learners.named("tree"), wrong), DATA, 1))
                    .isInstanceOf(BadInput.class)
                    .hasMessageContaining(((List<?>) wrong.get("rising")).get(0).toString());
        }
    }
}
