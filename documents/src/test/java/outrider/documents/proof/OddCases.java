package outrider.documents.proof;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.learn.Fitted;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Small random tables as files write them, wilfully awkward, and releases of models that were learnt from them. */
final class OddCases {
    private static final List<String> COLOURS = List.of("red", "Red", "blue", "green", "O'Hara \"x\"", "=1+1", "n.n.");

    /** How each column of the file is to be read. */
    static final Map<String, Reading> READINGS = Map.of(
            "visits", new Reading(ColumnType.NUMBER, "1234.5", List.of("-1", "?"), null),
            "spent, a year", new Reading(ColumnType.NUMBER, "1.234,5", null, null),
            "colour", new Reading(ColumnType.CATEGORY, null, List.of("n.n."), null, Map.of("Red", "red")),
            "postal area",
                    new Reading(
                            ColumnType.CATEGORY,
                            null,
                            null,
                            IntStream.range(0, 12).mapToObj(i -> "A" + i).toList()),
            "grade", new Reading(ColumnType.CATEGORY, null, null, null, null, List.of("low", "middle", "high")),
            "o_joined", new Reading(ColumnType.DATE, "dd.MM.uuuu", List.of("01.01.1900"), null),
            "points", new Reading(ColumnType.NUMBER, "1234.5", null, null));

    private static final List<String> INPUTS =
            List.of("visits", "spent, a year", "colour", "postal area", "grade", "o_joined");

    final Table written;
    final TrainingData data;

    /** Of some records, some of them without most values. */
    OddCases(long seed, int records) {
        RandomStream random = new Seeds(seed).stream("odd cases");
        String[][] texts = new String[7][records];
        byte[] y = new byte[records];
        for (int i = 0; i < records; i++) {
            int visits = random.nextInt(20);
            texts[0][i] = random.nextInt(9) == 0 ? random.nextInt(2) == 0 ? "-1" : "?" : String.valueOf(visits);
            texts[1][i] = random.nextInt(8) == 0
                    ? null
                    : String.format(java.util.Locale.GERMANY, "%,.2f", Math.exp(3 + 2 * random.nextGaussian()));
            texts[2][i] = random.nextInt(7) == 0 ? null : COLOURS.get(random.nextInt(COLOURS.size()));
            texts[3][i] = "A" + random.nextInt(30);
            texts[4][i] = List.of("high", "low", "middle").get(random.nextInt(3));
            texts[5][i] = random.nextInt(6) == 0
                    ? "01.01.1900"
                    : new Reading(ColumnType.DATE, "dd.MM.uuuu", null, null).written(19_000 + random.nextInt(900));
            texts[6][i] = String.valueOf(random.nextInt(100));
            double odds = 0.25 + (visits > 10 ? 0.4 : 0) + ("red".equals(texts[2][i]) ? 0.2 : 0);
            y[i] = (byte) (i < 4 ? i % 2 : random.nextDouble() < odds ? 1 : 0);
        }
        List<String> names = List.of("visits", "spent, a year", "colour", "postal area", "grade", "o_joined", "points");
        List<Column> raw = new ArrayList<>();
        for (int c = 0; c < 7; c++) raw.add(TextColumn.of(names.get(c), texts[c]));
        written = new Table(raw, null);
        List<Column> read = raw.stream()
                .map(column -> READINGS.get(column.name()).apply(column, written))
                .toList();
        data = new TrainingData(
                new Table(read, null), INPUTS, IntStream.range(0, records).toArray(), y, null, seed);
    }

    Fitted fitted(Learner kind, Map<String, Object> settings, Balance balance) {
        List<Fitted.Member> members = new ArrayList<>();
        if (kind.blends()) {
            for (Learner member : List.of(Learners.named("logistic"), Learners.named("tree"))) {
                Fitted one = fitted(member, Map.of(), Balance.NONE);
                members.add(new Fitted.Member(member.words(), one.model(), one.outOfFold()));
            }
        }
        return Fitted.of(kind, Settings.of(kind, settings), data, balance, 3, members, Workers.ALONE, Progress.NONE);
    }

    /** Version 3 of a release of the model, its bands and cut at scores that records have. */
    ReleasedRecipe released(Model model) {
        double[] score = model.score(data.table(), data.rows());
        double[] sorted = score.clone();
        Arrays.sort(sorted);
        int n = sorted.length;
        double[] from = {sorted[n * 9 / 10], sorted[n / 2], sorted[n / 5]};
        List<ScoringRecipe.Need> needs = model.columns().stream()
                .map(name -> new ScoringRecipe.Need(name, READINGS.get(name).type(), READINGS.get(name)))
                .toList();
        ScoringRecipe recipe = new ScoringRecipe(
                "Who lapses?",
                "the candidate",
                "member \"no\"",
                needs,
                model,
                new ScoringRecipe.Acting(sorted[n * 3 / 4], "acts on the top quarter", from, null),
                new ScoringRecipe.Shape(null, null, null));
        return new ReleasedRecipe(recipe, new ReleasedRecipe.Release(3, 7, "ab".repeat(32)));
    }
}
