package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Kinds that count levels, beside categories of very many of them, such as places and stores. */
class ManyLevelsTest {
    private static final int RECORDS = 4000;
    private static final List<String> NUMBERS = List.of("x0", "x1", "x2", "x3");

    /** Half of the records train; four numbers tell, and categories as much as said. */
    private record World(Table table, byte[] outcome) {
        static World of(int levels, double effect, double base) {
            RandomStream random = new Seeds(4).stream("levels " + levels);
            double[][] x = new double[4][2 * RECORDS];
            int[][] level = new int[3][2 * RECORDS];
            double[][] of = new double[3][levels];
            for (double[] one : of) for (int l = 0; l < levels; l++) one[l] = effect * random.nextGaussian();
            byte[] y = new byte[2 * RECORDS];
            for (int i = 0; i < y.length; i++) {
                double eta = base;
                for (double[] one : x) eta += 0.55 * (one[i] = random.nextGaussian());
                for (int c = 0; c < 3; c++) {
                    double share = random.nextDouble();
                    level[c][i] = (int) (levels * share * share);
                    eta += of[c][level[c][i]];
                }
                y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-eta)) ? 1 : 0);
            }
            List<String> names =
                    IntStream.range(0, levels).mapToObj(l -> "level " + l).toList();
            List<Column> columns = new ArrayList<>();
            for (int c = 0; c < 4; c++) columns.add(new NumberColumn("x" + c, x[c]));
            for (int c = 0; c < 3; c++) columns.add(new CategoryColumn("place " + c, level[c], names));
            return new World(new Table(columns, null), y);
        }

        double auc(String kind, Map<String, Object> settings, List<String> inputs) {
            int[] training = IntStream.range(0, RECORDS).toArray();
            int[] others = IntStream.range(RECORDS, 2 * RECORDS).toArray();
            Learner learner = Learners.named(kind);
            TrainingData data = new TrainingData(table, inputs, training, outcome, null, 1);
            Model model = Training.of(
                    learner, Settings.of(learner, settings), data, Balance.NONE, new Workers(2), Progress.NONE);
            return Ranking.of(model.score(table, others), Arrays.copyOfRange(outcome, RECORDS, 2 * RECORDS))
                    .auc();
        }

        List<String> all() {
            return table.columns().stream().map(Column::name).toList();
        }
    }

    @ParameterizedTest
    @CsvSource({"boosted, 30", "boosted, 300", "boosted, 1500", "forest, 30", "forest, 300", "bayes, 300"})
    void levelsThatTellNothingCostHardlyAnything(String kind, int levels) {
        World world = World.of(levels, 0, -3.2);
        double numbers = world.auc(kind, Map.of(), NUMBERS);
        assertThat(numbers).isGreaterThan(0.69);
        assertThat(world.auc(kind, Map.of(), world.all())).isGreaterThan(numbers - 0.025);
    }

    @ParameterizedTest
    @CsvSource({"boosted", "forest", "bayes"})
    void levelsThatTellAreUsed(String kind) {
        World world = World.of(100, 0.8, -2.2);
        assertThat(world.auc(kind, Map.of(), world.all())).isGreaterThan(world.auc(kind, Map.of(), NUMBERS) + 0.03);
    }

    @Test
    void theGainAsItIsFollowsChance() {
        World world = World.of(300, 0, -3.2);
        assertThat(world.auc("boosted", Map.of("levelGain", "whole"), world.all()))
                .isLessThan(0.65);
    }
}
