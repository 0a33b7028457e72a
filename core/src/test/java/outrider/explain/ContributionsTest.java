package outrider.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.Seeds;
import outrider.learn.AdditiveScore;
import outrider.learn.CalibratedModel;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.TrainingData;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

class ContributionsTest {
    private static final int[] BACKGROUND = {3, 14, 15, 65, 92};
    private static final int RECORD = 42;

    /** Seven columns of every type and an eighth that nothing depends on. */
    private static TrainingData eight() {
        TrainingData data = Cases.mixed(300, 5);
        Column[] columns = Stream.concat(
                        data.table().columns().stream(),
                        Stream.of(new NumberColumn("second constant", new double[300])))
                .toArray(Column[]::new);
        return Cases.data(data.outcome(), columns);
    }

    private static Model trained(Learner kind, Map<String, Object> settings) {
        return Cases.train(kind, Settings.of(kind, settings), eight(), 1);
    }

    static List<Learner> kinds() {
        return Learners.all().stream()
                .filter(kind -> kind.takesInputs() && !kind.reference())
                .toList();
    }

    /** The mean over the background when only the columns in {@code known} are the record's. */
    private static double worth(Model model, Table table, int known) {
        double sum = 0;
        for (int other : BACKGROUND) {
            List<Column> mixed = IntStream.range(0, table.columns().size())
                    .mapToObj(c -> table.columns().get(c).gathered(new int[] {(known >> c & 1) == 1 ? RECORD : other}))
                    .toList();
            sum += model.score(new Table(mixed, null), new int[] {0})[0];
        }
        return sum / BACKGROUND.length;
    }

    /** By the definition, over all subsets of eight columns. */
    private static double[] byDefinition(Model model, Table table) {
        int k = table.columns().size();
        double[] worth = IntStream.range(0, 1 << k)
                .mapToDouble(known -> worth(model, table, known))
                .toArray();
        double[] factorial = new double[k + 1];
        factorial[0] = 1;
        for (int i = 1; i <= k; i++) factorial[i] = i * factorial[i - 1];
        double[] values = new double[k];
        for (int c = 0; c < k; c++) {
            for (int set = 0; set < worth.length; set++) {
                if ((set >> c & 1) == 1) continue;
                int size = Integer.bitCount(set);
                values[c] +=
                        factorial[size] * factorial[k - 1 - size] / factorial[k] * (worth[set | 1 << c] - worth[set]);
            }
        }
        return values;
    }

    private static double of(Contributions found, String column) {
        int at = found.columns().indexOf(column);
        return at < 0 ? 0 : found.values()[at];
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void everyKindGetsWhatTheDefinitionGives(Learner kind) {
        Table table = eight().table();
        Model model = trained(kind, Map.of());
        double[] exact = byDefinition(model, table);
        Contributions found = Contributions.of(model, table, RECORD, BACKGROUND, 2, new Seeds(1).stream("orders"));
        assertThat(found.errors()).isNull();
        for (int c = 0; c < exact.length; c++) {
            String name = table.columns().get(c).name();
            assertThat(of(found, name)).as(name).isCloseTo(exact[c], within(1e-9));
        }
        assertThat(of(found, "second constant")).isZero();
        assertThat(Arrays.stream(found.values()).sum()).isCloseTo(found.score() - found.average(), within(1e-9));
        Contributions sampled = Orders.of(model, table, RECORD, BACKGROUND, 40, new Seeds(2).stream("orders"));
        for (int c = 0; c < exact.length; c++) {
            int at = sampled.columns().indexOf(table.columns().get(c).name());
            if (at < 0) continue;
            assertThat(sampled.values()[at]).isCloseTo(exact[c], within(1e-9 + 4.5 * sampled.errors()[at]));
        }
        assertThat(Arrays.stream(sampled.values()).sum()).isCloseTo(found.score() - found.average(), within(1e-9));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void aSumAddsUpToTheScoreOnItsScale(Learner kind) {
        Table table = eight().table();
        Model plain = trained(kind, Map.of());
        for (Model model :
                List.of(plain, new CalibratedModel(plain, new LogisticMap(0.2, 1.5, plain.probability(), 1e-12)))) {
            AdditiveScore sum = model.additive();
            if (sum == null) continue;
            int[] rows = IntStream.range(0, 300).toArray();
            AdditiveScore.Apart apart = sum.against(table, BACKGROUND);
            double[] values = apart.of(table, rows);
            double[] score = model.score(table, rows);
            int k = model.columns().size();
            double[] alone = apart.of(table, new int[] {RECORD});
            for (int c = 0; c < k; c++) assertThat(values[RECORD * k + c]).isCloseTo(alone[c], within(1e-12));
            double[] total = new double[rows.length];
            for (int i = 0; i < rows.length; i++) {
                total[i] = apart.average();
                for (int c = 0; c < k; c++) total[i] += values[i * k + c];
            }
            for (int i = 1; i < rows.length; i++) {
                switch (sum.scale()) {
                    case SCORE -> assertThat(total[i]).isCloseTo(score[i], within(1e-9));
                    case LOG_ODDS -> assertThat(1 / (1 + Math.exp(-total[i]))).isCloseTo(score[i], within(1e-9));
                    case RISES_WITH ->
                        assertThat((total[i] - total[i - 1]) * (score[i] - score[i - 1]))
                                .isGreaterThanOrEqualTo(-1e-15);
                }
            }
        }
    }

    /** Large trees and small ones, for one record and among many. */
    @Test
    void deepTreesGetWhatTheDefinitionGives() {
        Table table = eight().table();
        for (Map<String, Object> settings :
                List.<Map<String, Object>>of(Map.of("leafRecords", 1, "trees", 20), Map.of("depth", 3, "trees", 20))) {
            Model model = trained(Learners.named("forest"), settings);
            double[] exact = byDefinition(model, table);
            Contributions found = Contributions.of(model, table, RECORD, BACKGROUND, 2, new Seeds(1).stream("orders"));
            double[] among = model.additive()
                    .against(table, BACKGROUND)
                    .of(table, IntStream.range(0, 300).toArray());
            for (int c = 0; c < exact.length; c++) {
                assertThat(of(found, table.columns().get(c).name())).isCloseTo(exact[c], within(1e-9));
                assertThat(among[RECORD * exact.length + c]).isCloseTo(exact[c], within(1e-9));
            }
        }
    }
}
