package outrider.bench;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.explain.PermutationImportance;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Contributions and permutation importance beside plain scoring of the same records by the same trees; medians of some runs. */
public final class ExplainBench {
    private static final int WIDE = 24;
    private static final int RECORDS = 250_000;
    private static final int LEARNT = 30_000;
    private static final int EXPLAINED = 10_000;
    private static final int REPEATS = 10;
    private static final Workers WORKERS = new Workers(2);

    private ExplainBench() {}

    public static void main(String[] args) {
        Table table = table();
        byte[] outcome = outcome(table);
        for (String kind : List.of("boosted", "forest")) {
            Model model = model(kind, table, outcome);
            int[] some = IntStream.range(0, EXPLAINED).toArray();
            var apart = Objects.requireNonNull(model.additive())
                    .against(table, IntStream.range(LEARNT, LEARNT + 50).toArray());
            double scoring = median(9, () -> model.score(table, some));
            double contributions = median(5, () -> apart.of(table, some));
            say(
                    "%s: contributions of 10,000 records %.0f ms, scoring them %.1f ms: %.1f x (aim 20)",
                    kind, contributions, scoring, contributions / scoring);
        }
        Model model = model("boosted", table, outcome);
        int[] all = IntStream.range(0, RECORDS).toArray();
        double scoring = median(5, () -> Scoring.of(model, table, all, WORKERS, Progress.NONE));
        double importance = median(
                1,
                () -> PermutationImportance.of(
                        model,
                        table,
                        all,
                        score -> Ranking.of(score, outcome).auc(),
                        REPEATS,
                        new Seeds(1),
                        WORKERS,
                        Progress.NONE));
        double plain = WIDE * REPEATS * scoring;
        say(
                "importance of 24 columns x 10 on 250,000 records %.1f s, 240 plain scorings %.1f s: %.2f x (aim 1.2)",
                importance / 1000, plain / 1000, importance / plain);
    }

    private static void say(String words, Object... values) {
        System.out.println(String.format(Locale.ROOT, words, values));
    }

    /** In milliseconds. */
    private static double median(int runs, Runnable work) {
        double[] took = new double[runs];
        for (int warm = 0; runs > 1 && warm < 3; warm++) work.run();
        for (int r = 0; r < runs; r++) {
            long from = System.nanoTime();
            work.run();
            took[r] = (System.nanoTime() - from) / 1e6;
        }
        Arrays.sort(took);
        return took[runs / 2];
    }

    private static Model model(String kind, Table table, byte[] outcome) {
        Map<String, Object> settings = kind.equals("boosted")
                ? Map.of("depth", 6, "rounds", 100, "patience", 0)
                : Map.of("depth", 6, "trees", 100);
        List<String> inputs = table.columns().stream().map(Column::name).toList();
        TrainingData data =
                new TrainingData(table, inputs, IntStream.range(0, LEARNT).toArray(), outcome, null, 1);
        return Training.of(
                Learners.named(kind),
                Settings.of(Learners.named(kind), settings),
                data,
                Balance.NONE,
                WORKERS,
                Progress.NONE);
    }

    private static Table table() {
        RandomStream random = new Seeds(1).stream("explain");
        Column[] columns = new Column[WIDE];
        for (int c = 0; c < WIDE; c++) {
            if (c % 6 == 5) {
                int[] codes = new int[RECORDS];
                for (int i = 0; i < RECORDS; i++) codes[i] = random.nextInt(8);
                columns[c] = new CategoryColumn("c" + c, codes, List.of("a", "b", "c", "d", "e", "f", "g", "h"));
            } else {
                double[] values = new double[RECORDS];
                for (int i = 0; i < RECORDS; i++) values[i] = random.nextGaussian();
                columns[c] = new NumberColumn("c" + c, values);
            }
        }
        return new Table(List.of(columns), null);
    }

    private static byte[] outcome(Table table) {
        RandomStream random = new Seeds(2).stream("explain");
        byte[] outcome = new byte[RECORDS];
        for (int i = 0; i < RECORDS; i++) {
            double margin = -2;
            for (int c = 0; c < 5; c++) {
                double value = ((NumberColumn) table.columns().get(c)).values()[i];
                margin += (0.8 - 0.12 * c) * (c % 2 == 0 ? value : Math.abs(value));
            }
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-margin)) ? 1 : 0);
        }
        return outcome;
    }
}
