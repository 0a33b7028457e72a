package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.measure.ProbabilityQuality;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Naive Bayes beside numbers that are nearly always 0, and always so among the few events; and beside numbers of heavy tails. */
class RareOnesTest {
    private static final int RECORDS = 1200;

    @Test
    void aNumberThatNoEventHasDoesNotDecideAlone() {
        RandomStream random = new Seeds(6).stream("ones");
        byte[] y = new byte[2 * RECORDS];
        for (int i = 0; i < y.length; i++) y[i] = (byte) (random.nextDouble() < 0.1 ? 1 : 0);
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < 200; c++) {
            double[] x = new double[y.length];
            for (int i = 0; i < x.length; i++) x[i] = random.nextDouble() < (c < 10 && y[i] == 1 ? 0.25 : 0.01) ? 1 : 0;
            columns.add(new NumberColumn("word " + c, x));
        }
        Table table = new Table(columns, null);
        TrainingData data = new TrainingData(
                table,
                columns.stream().map(Column::name).toList(),
                IntStream.range(0, RECORDS).toArray(),
                y,
                null,
                1);
        Learner kind = Learners.named("bayes");
        assertThat(auc(kind, Map.of(), data)).isGreaterThan(0.85);
        assertThat(auc(kind, Map.of("prior", 0.0), data)).isLessThan(0.8);
    }

    /** They would be most of a variance, and of what the line that recalibrates is drawn through. */
    @Test
    void aFewAmountsFarOutDoNotLevelAllProbabilities() {
        RandomStream random = new Seeds(7).stream("amounts");
        byte[] y = new byte[2 * RECORDS];
        double[][] x = new double[3][y.length];
        for (int i = 0; i < y.length; i++) {
            double odds = -2;
            for (double[] column : x) {
                double z = random.nextGaussian();
                column[i] = Math.exp(3 + 2 * z);
                odds += 0.8 * z;
            }
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-odds)) ? 1 : 0);
        }
        Table table = new Table(
                List.of(new NumberColumn("a", x[0]), new NumberColumn("b", x[1]), new NumberColumn("c", x[2])), null);
        TrainingData data = new TrainingData(
                table, List.of("a", "b", "c"), IntStream.range(0, RECORDS).toArray(), y, null, 1);
        Learner kind = Learners.named("bayes");
        assertThat(skill(kind, Map.of("tails", 0.0), data)).isLessThan(0.02);
        assertThat(skill(kind, Map.of(), data)).isGreaterThan(0.08);
    }

    /** By how much it errs less than one that knows the rate alone. */
    private static double skill(Learner kind, Map<String, Object> settings, TrainingData data) {
        Settings set = Settings.of(kind, settings);
        Model model = Fitted.of(kind, set, data, Balance.NONE, 5, List.of(), new Workers(2), Progress.NONE)
                .model();
        int[] others = IntStream.range(RECORDS, 2 * RECORDS).toArray();
        byte[] y = Arrays.copyOfRange(data.outcome(), RECORDS, 2 * RECORDS);
        return ProbabilityQuality.of(model.score(data.table(), others), y, null, 10)
                .brierSkill();
    }

    private static double auc(Learner kind, Map<String, Object> settings, TrainingData data) {
        Model model = Training.of(kind, Settings.of(kind, settings), data, Balance.NONE, new Workers(2), Progress.NONE);
        int[] others = IntStream.range(RECORDS, 2 * RECORDS).toArray();
        return Ranking.of(model.score(data.table(), others), Arrays.copyOfRange(data.outcome(), RECORDS, 2 * RECORDS))
                .auc();
    }
}
