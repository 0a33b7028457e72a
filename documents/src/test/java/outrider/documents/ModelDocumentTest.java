package outrider.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ScoringRecipe;
import outrider.learn.Fitted;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

class ModelDocumentTest {
    private static final int N = 300;
    private static final TrainingData DATA = data();

    private static TrainingData data() {
        var random = new Seeds(3).stream("documents");
        double[] x = new double[N];
        double[] points = new double[N];
        int[] level = new int[N];
        int[] day = new int[N];
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) {
            x[i] = i % 9 == 0 ? Double.NaN : random.nextGaussian();
            level[i] = random.nextInt(40) - 1;
            day[i] = i % 7 == 0 ? DateColumn.MISSING : 19_000 + random.nextInt(400);
            y[i] = (byte) (random.nextDouble() < (x[i] > 0 ? 0.6 : 0.2) ? 1 : 0);
            points[i] = random.nextInt(100);
        }
        List<String> levels = IntStream.range(0, 40).mapToObj(i -> "level " + i).toList();
        Table table = new Table(
                List.of(
                        new NumberColumn("x", x),
                        new CategoryColumn("level", level, levels),
                        new DateColumn("day", day),
                        new NumberColumn("points", points)),
                null);
        return new TrainingData(
                table, List.of("x", "level", "day"), IntStream.range(0, N).toArray(), y, null, 2);
    }

    private static Fitted fitted(Learner kind, Map<String, Object> settings, List<Fitted.Member> members) {
        return Fitted.of(
                kind, Settings.of(kind, settings), DATA, Balance.NONE, 5, members, Workers.ALONE, Progress.NONE);
    }

    private static List<Map<String, Object>> ways(Learner kind) {
        return switch (kind.name()) {
            case "logistic" -> List.of(Map.of("curves", true, "calibration", "isotonic"), Map.of("choose", "forward"));
            case "margin" -> List.of(Map.of("calibration", "logistic"), Map.of("penaltyForm", "absolutes"));
            case "forest" -> List.of(Map.of("trees", 5));
            case "boosted" -> List.of(Map.of("rounds", 10));
            case "groupRates" -> List.of(Map.of("groupBy", List.of("level")));
            case "supplied" -> List.of(Map.of("column", "points", "lowerIsRiskier", true, "probability", false));
            case "blend" ->
                List.of("stacking", "probabilities", "ranks").stream()
                        .map(method -> Map.<String, Object>of("method", method, "members", List.of(1, 2)))
                        .toList();
            default -> List.of(Map.of());
        };
    }

    @ParameterizedTest
    @MethodSource("outrider.learn.Learners#all")
    void everyModelReadBackScoresBitEqual(Learner kind) {
        List<Fitted.Member> members = new ArrayList<>();
        for (Learner member : List.of(Learners.named("logistic"), Learners.named("tree"))) {
            Fitted fitted = fitted(member, Map.of(), List.of());
            members.add(new Fitted.Member(member.words(), fitted.model(), fitted.outOfFold()));
        }
        for (Map<String, Object> way : ways(kind)) {
            Fitted fitted = fitted(kind, way, kind.blends() ? members : List.of());
            Model model = fitted.model();
            byte[] document = ModelDocument.write(model);
            Model again = ModelDocument.read(document);
            double[] score = model.score(DATA.table(), DATA.rows());
            assertThat(again.score(DATA.table(), DATA.rows())).isEqualTo(score);
            assertThat(again.columns()).isEqualTo(model.columns());
            assertThat(again.probability()).isEqualTo(model.probability());
            assertThat(ModelDocument.write(again)).isEqualTo(document);
            assertThat(fitted.outOfFold()).hasSize(N);
            if (model.probability()) assertThat(Arrays.stream(score)).allMatch(p -> p >= 0 && p <= 1);
        }
    }

    @Test
    void earlierFormatsAreReadAndLaterOnesRefusedByName() {
        String first = """
                {"format":1,"model":{"kind":"logistic","preparation":{"steps":[{"step":"number","column":"day","date":true,
                "origin":19000.0,"fill":5.0,"flagged":false}]},"fit":{"coefficients":[-1.0,0.5],"deviations":[1.0],
                "dropped":[],"separated":[]},"penalty":0.0}}""";
        Model model = ModelDocument.read(first.getBytes(StandardCharsets.UTF_8));
        Table table = new Table(List.of(new DateColumn("day", new int[] {19002})), null);
        assertThat(model.score(table, new int[] {0})).containsExactly(0.5);
        assertThatThrownBy(() -> ModelDocument.read("{\"format\":9}".getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("format 9");
        assertThatThrownBy(() -> ModelDocument.read("{\"format\":2,\"model\":{".getBytes(StandardCharsets.UTF_8)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("cannot be read");
    }

    /** Kinds whose levels were standardised and whose inputs were all dense. */
    @Test
    void modelsOfTheFormatBeforeScoreAsTheyDid() {
        String prepared = """
                "preparation":{"steps":[{"step":"number","column":"x","date":false,"origin":0.0,"fill":0.0,"flagged":false},
                {"step":"category","column":"level","baseline":"a","levels":["b"],"other":false,"flagged":false}]},
                "scaling":{"mean":[1.0,0.25],"deviation":[2.0,0.5]},""";
        Table table = new Table(
                List.of(
                        new NumberColumn("x", new double[] {3, -1, 1}),
                        new CategoryColumn("level", new int[] {0, 1, 1}, List.of("a", "b"))),
                null);
        double[] x = {1, -1, 0};
        double[] level = {-0.5, 1.5, 1.5};
        double[] linear = before(prepared, "linear", "\"fit\":{\"intercept\":0.1,\"slopes\":[0.3,0.2]}", table);
        double[] network = before(
                prepared,
                "network",
                "\"fit\":{\"inputs\":2,\"units\":1,\"tanh\":true,\"hidden\":[0.4,-0.6,0.2],\"output\":[1.5,-0.3],"
                        + "\"objectives\":[0.1]}",
                table);
        for (int i = 0; i < 3; i++) {
            assertThat(linear[i]).isCloseTo(0.1 + 0.3 * x[i] + 0.2 * level[i], within(1e-12));
            double unit = Math.tanh(0.2 + 0.4 * x[i] - 0.6 * level[i]);
            assertThat(network[i]).isCloseTo(1 / (1 + Math.exp(0.3 - 1.5 * unit)), within(1e-12));
        }
        double[] near = before(
                prepared,
                "neighbours",
                "\"neighbours\":{\"values\":[1.0,-1.0,-0.5,1.5],\"records\":2,\"inputs\":2,\"outcome\":\"AQA=\","
                        + "\"weight\":[1.0,1.0]},\"k\":1,\"byDistance\":false",
                table);
        assertThat(near).containsExactly(1, 0, 0);
    }

    private static double[] before(String prepared, String kind, String rest, Table table) {
        String document = "{\"format\":2,\"model\":{\"kind\":\"" + kind + "\"," + prepared + rest + "}}";
        return ModelDocument.read(document.getBytes(StandardCharsets.UTF_8)).score(table, new int[] {0, 1, 2});
    }

    @Test
    void aRecipeScoresAListAfterItsJourneyAndSaysWhatIsMissing() {
        Model model = fitted(Learners.named("tree"), Map.of("leafRecords", 10), List.of())
                .model();
        List<ScoringRecipe.Need> needs = List.of(
                new ScoringRecipe.Need("x", ColumnType.NUMBER, null),
                new ScoringRecipe.Need("level", ColumnType.CATEGORY, null),
                new ScoringRecipe.Need("day", ColumnType.DATE, null));
        ScoringRecipe recipe = new ScoringRecipe(
                "who lapses",
                "tree",
                "who",
                needs,
                model,
                new ScoringRecipe.Acting(0.4, "top fifth", new double[] {0.5, 0.3}, null),
                new ScoringRecipe.Shape(null, null, null));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ModelDocument.writeRecipe(recipe, out);
        ScoringRecipe again = ModelDocument.readRecipe(new ByteArrayInputStream(out.toByteArray()));
        Table list = new Table(
                List.of(
                        TextColumn.of("who", "m1", "m2", "m3"),
                        TextColumn.of("x", "1.5", "-2", "0.25"),
                        new CategoryColumn("level", new int[] {0, -1, 1}, List.of("level 3", "never seen")),
                        new DateColumn("day", new int[] {19_100, 19_300, DateColumn.MISSING}),
                        TextColumn.of("hobby", "a", "b", "c")),
                null);
        ScoringRecipe.SchemaMatch fit = again.match(list);
        assertThat(fit.reread()).containsExactly("x");
        assertThat(fit.unused()).containsExactly("hobby");
        Table scored = again.apply(list, 0, Workers.ALONE, Progress.NONE);
        double[] score = ((NumberColumn) scored.column("score")).values();
        for (int i = 0; i < 3; i++) {
            assertThat(scored.column("who").text(i)).isEqualTo("m" + (i + 1));
            assertThat(scored.column("action").text(i)).isEqualTo(score[i] >= 0.4 ? "act" : "leave");
            assertThat(scored.column("band").text(i)).isEqualTo(score[i] >= 0.5 ? "1" : score[i] >= 0.3 ? "2" : "3");
        }
        Table poor = new Table(List.of(TextColumn.of("x", "1")), null);
        assertThatThrownBy(() -> again.apply(poor, 0, Workers.ALONE, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("level, day");
    }
}
