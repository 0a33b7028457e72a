package outrider.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.Seeds;
import outrider.learn.Cases;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

class ContributionsTest {
    private static final int[] BACKGROUND = {3, 14, 15, 92, 65};

    /** The mean score over the background when only the columns in {@code known} are the record's. */
    private static double worth(Model model, Table table, int record, int known) {
        double sum = 0;
        for (int other : BACKGROUND) {
            Column[] mixed = new Column[table.columns().size()];
            for (int c = 0; c < mixed.length; c++) {
                NumberColumn column = (NumberColumn) table.columns().get(c);
                int from = (known >> c & 1) == 1 ? record : other;
                mixed[c] = new NumberColumn(column.name(), new double[] {column.values()[from]});
            }
            sum += model.score(new Table(List.of(mixed), null), new int[] {0})[0];
        }
        return sum / BACKGROUND.length;
    }

    @Test
    void nearTheSumOverAllSubsetsAndAddingUpExactly() {
        TrainingData all = Cases.mixed(200, 5);
        TrainingData data = Cases.data(
                all.outcome(),
                all.table().column("a"),
                all.table().column("b"),
                all.table().column("noise"));
        Model model = Cases.train(
                Learners.named("boosted"), Settings.of(Learners.named("boosted"), Map.of("leafRecords", 8)), data, 1);
        int record = 42;
        Contributions found =
                Contributions.of(model, data.table(), record, BACKGROUND, 400, new Seeds(1).stream("orders"));
        double[] factorial = {1, 1, 2, 6};
        for (int c = 0; c < 3; c++) {
            double exact = 0;
            for (int set = 0; set < 8; set++) {
                if ((set >> c & 1) == 1) continue;
                int size = Integer.bitCount(set);
                double share = factorial[size] * factorial[2 - size] / factorial[3];
                exact += share
                        * (worth(model, data.table(), record, set | 1 << c) - worth(model, data.table(), record, set));
            }
            assertThat(found.values()[c]).isCloseTo(exact, within(0.01));
        }
        assertThat(found.score()).isEqualTo(model.score(data.table(), new int[] {record})[0]);
        double mean = IntStream.of(BACKGROUND)
                .mapToDouble(row -> model.score(data.table(), new int[] {row})[0])
                .average()
                .orElseThrow();
        assertThat(found.average()).isCloseTo(mean, within(1e-12));
        assertThat(Arrays.stream(found.values()).sum()).isCloseTo(found.score() - found.average(), within(1e-9));
    }
}
