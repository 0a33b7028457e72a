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
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Naive Bayes beside numbers that are nearly always 0, and always so among the few events. */
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

    private static double auc(Learner kind, Map<String, Object> settings, TrainingData data) {
        Model model = Training.of(kind, Settings.of(kind, settings), data, Balance.NONE, new Workers(2), Progress.NONE);
        int[] others = IntStream.range(RECORDS, 2 * RECORDS).toArray();
        return Ranking.of(model.score(data.table(), others), Arrays.copyOfRange(data.outcome(), RECORDS, 2 * RECORDS))
                .auc();
    }
}
