package outrider.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.table.Column;
import outrider.table.CsvTableReader;
import outrider.table.Levels;
import outrider.table.Table;

/** How near every kind comes, as it comes, to the best order there is. */
class AccuracyTest {
    private static final Workers WORKERS = new Workers(2);

    /** A demo file with its true probabilities. */
    private static final class Demo {
        private final Table table;
        private final double[] truth;
        private final byte[] outcome;
        private final Parts parts;
        private final TrainingData data;

        Demo(String name, List<Row> rows, String column, String event, Set<String> aside) throws IOException {
            try (InputStream in = Files.newInputStream(Path.of("data", name + ".csv.gz"))) {
                table = CsvTableReader.read(in, Progress.NONE);
            }
            truth = rows.stream().mapToDouble(Row::truth).toArray();
            outcome = Levels.outcome(table, column, List.of(event), List.of(), false);
            parts = Split.stratified(outcome, new double[] {0.5, 0.25, 0.25}, 20_261_123);
            List<String> inputs = table.columns().stream()
                    .map(Column::name)
                    .filter(input -> !aside.contains(input) && !input.equals(column))
                    .toList();
            data = new TrainingData(table, inputs, parts.training(), outcome, null, 7);
        }

        private double auc(double[] score) {
            int[] rows = parts.validation();
            byte[] y = new byte[rows.length];
            for (int i = 0; i < y.length; i++) y[i] = outcome[rows[i]];
            return Ranking.of(score, y).auc();
        }

        private double ceiling() {
            return auc(IntStream.of(parts.validation())
                    .mapToDouble(row -> truth[row])
                    .toArray());
        }

        private double auc(Learner kind, Map<String, ?> settings) {
            Model model = Training.of(kind, Settings.of(kind, settings), data, Balance.NONE, WORKERS, Progress.NONE);
            return auc(Scoring.of(model, table, parts.validation(), WORKERS, Progress.NONE));
        }
    }

    @Test
    void onPlanLapseTreesComeNearTheTruthAndALogisticRegressionNeedsCurves() throws IOException {
        Demo demo = new Demo(
                "plan-lapse",
                PlanLapse.generate(PlanLapse.SEED),
                "renewal",
                "lapsed",
                Set.of(
                        "goodbye_page_seen",
                        "next_visit_booked",
                        "member_no",
                        "advice_note",
                        "desk_points",
                        "postal_area"));
        double ceiling = demo.ceiling();
        double boosted = demo.auc(Learners.named("boosted"), Map.of());
        double curves = demo.auc(Learners.named("logistic"), Map.of("curves", true));
        double logistic = demo.auc(Learners.named("logistic"), Map.of());
        assertThat(ceiling - boosted).isLessThan(0.015);
        assertThat(ceiling - demo.auc(Learners.named("forest"), Map.of())).isLessThan(0.025);
        assertThat(boosted - logistic).isGreaterThan(0.01);
        assertThat(curves).isBetween(logistic, boosted);
        for (Learner kind : List.of(
                Learners.named("leastSquares"),
                Learners.named("margin"),
                Learners.named("bayes"),
                Learners.named("neighbours"),
                Learners.named("tree"),
                Learners.named("network"))) {
            assertThat(ceiling - demo.auc(kind, Map.of())).as(kind.words()).isLessThan(0.2);
        }
    }

    @Test
    void onTheMailingALogisticRegressionIsAsGoodAsAny() throws IOException {
        Demo demo = new Demo(
                "winter-mailing",
                WinterMailing.generate(WinterMailing.SEED),
                "ordered",
                "1",
                Set.of("address_no", "agency_score", "house_points", "postal_area", "sample"));
        double best = 0;
        for (Learner kind : Learners.all()) if (kind.takesInputs()) best = Math.max(best, demo.auc(kind, Map.of()));
        assertThat(best - demo.auc(Learners.named("logistic"), Map.of())).isLessThan(0.005);
        assertThat(demo.ceiling()).isGreaterThan(best);
    }
}
