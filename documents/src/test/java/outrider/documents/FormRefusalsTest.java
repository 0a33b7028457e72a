package outrider.documents;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;
import outrider.documents.pmml.PmmlForm;
import outrider.documents.pmml.PmmlScorer;
import outrider.documents.proof.FormKind;
import outrider.documents.sql.Dialect;
import outrider.documents.sql.SqlForm;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.learn.Model;
import outrider.learn.reference.GroupRates;
import outrider.learn.supplied.SuppliedScore;
import outrider.learn.tree.ForestModel;
import outrider.learn.tree.Tree;
import outrider.learn.tree.TreeColumn;
import outrider.table.ColumnType;
import outrider.table.Reading;

/** What a form cannot carry is refused by name, and what it carries stands there as it should. */
class FormRefusalsTest {
    private static ReleasedRecipe recipe(
            Model model, @Nullable Map<String, String> made, @Nullable String where, ScoringRecipe.Need... needs) {
        return new ReleasedRecipe(
                new ScoringRecipe(
                        "Who\nlapses?",
                        "the candidate",
                        null,
                        List.of(needs),
                        model,
                        new ScoringRecipe.Acting(null, "acts on nobody", new double[] {0.5}, null),
                        new ScoringRecipe.Shape(made, where, null)),
                null);
    }

    private static ScoringRecipe.Need number(String name) {
        return new ScoringRecipe.Need(name, ColumnType.NUMBER, new Reading(ColumnType.NUMBER, "1234.5", null, null));
    }

    private static ScoringRecipe.Need level(String name, @Nullable Reading reading) {
        return new ScoringRecipe.Need(name, ColumnType.CATEGORY, reading);
    }

    private static Model supplied(String column) {
        return new SuppliedScore(column, false, false);
    }

    private static Model rates(String column, String level) {
        Map<String, Double> rates = new HashMap<>();
        rates.put(level.length() + ":" + level + "|", 0.25);
        return new GroupRates(List.of(column), 0.1, rates);
    }

    private static void refused(ReleasedRecipe recipe, FormKind form, String... words) {
        assertThatThrownBy(() -> form.write(recipe))
                .as(form.title())
                .isInstanceOf(BadInput.class)
                .satisfies(e -> assertThat(e.getMessage()).contains(words));
    }

    @Test
    void formulasAndPopulationsStayWithTheRecipe() {
        for (FormKind form : List.of(FormKind.POSTGRESQL, FormKind.SQL, FormKind.PMML, FormKind.PYTHON)) {
            refused(
                    recipe(supplied("points"), Map.of("double", "2 * points"), null, number("points")),
                    form,
                    "makes double by formulas",
                    "take the recipe itself");
            refused(recipe(supplied("points"), null, "points > 3", number("points")), form, "\"points > 3\" holds");
        }
        ReleasedRecipe made = recipe(supplied("points"), Map.of("double", "2 * points"), null, number("points"));
        assertThat(FormKind.RECIPE.write(made)).isNotEmpty();
        assertThat(FormKind.JAR.write(made)).isNotEmpty();
    }

    @Test
    void namesThatPostgresqlWouldTakeForOneAreRefused() {
        String first = "x".repeat(63) + "a";
        Model two = new GroupRates(List.of(first, "x".repeat(63) + "b"), 0.1, Map.of("1:a|1:b|", 0.5));
        refused(
                recipe(two, null, null, level(first, null), level("x".repeat(63) + "b", null)),
                FormKind.POSTGRESQL,
                "begins with the same 63 bytes");
        refused(recipe(rates("colour", "a\0b"), null, null, level("colour", null)), FormKind.POSTGRESQL, "holds a NUL");
    }

    @Test
    void aGroupOfNumbersIsReadByItsTextsAndRefused() {
        refused(
                recipe(rates("size", "38"), null, null, number("size")),
                FormKind.PMML,
                "column \"size\"",
                "is read by its texts");
    }

    @Test
    void signsThatNoXmlMayHoldAreRefused() {
        refused(
                recipe(rates("colour", "a\u0001b"), null, null, level("colour", null)),
                FormKind.PMML,
                "a·b",
                "no XML may");
    }

    @Test
    void treesBeyondMeasureAreRefusedByTheirNumber() {
        Tree leaf = new Tree(
                new Tree.Splits(
                        new int[] {-1}, new double[1], new long[1][], new boolean[1], new boolean[1], new int[1]),
                new Tree.Nodes(new double[] {0.5}, new double[1], new double[1], new double[1]));
        int nodes = 400_001;
        Tree wide = new Tree(
                new Tree.Splits(
                        filled(nodes),
                        new double[nodes],
                        new long[nodes][],
                        new boolean[nodes],
                        new boolean[nodes],
                        new int[nodes]),
                new Tree.Nodes(new double[nodes], new double[nodes], new double[nodes], new double[nodes]));
        List<TreeColumn> columns = List.of(new TreeColumn("points", null, false, false));
        ReleasedRecipe many = recipe(
                new ForestModel(
                        columns, IntStream.range(0, 1001).mapToObj(i -> leaf).toList(), List.of(), null),
                null,
                null,
                number("points"));
        refused(many, FormKind.POSTGRESQL, "has 1001 trees", "grow fewer");
        assertThat(FormKind.PMML.write(many)).isNotEmpty();
        refused(
                recipe(new ForestModel(columns, List.of(wide), List.of(), null), null, null, number("points")),
                FormKind.PMML,
                "trees of 400,001 nodes",
                "bound the leaves");
    }

    private static int[] filled(int size) {
        int[] leaves = new int[size];
        Arrays.fill(leaves, -1);
        return leaves;
    }

    @Test
    void aStatementQuotesWhatItIsGivenAndIsNamedByOneTable() {
        String name = "drop \"table\" -- x";
        String text = SqlForm.of(
                recipe(rates(name, "it's\n-- so"), null, null, level(name, null)),
                "public.members",
                Dialect.POSTGRESQL);
        assertThat(text)
                .contains("\"drop \"\"table\"\" -- x\"", "'it''s\n-- so'", "FROM public.members", "-- Who lapses?");
        assertThat(text.split("public\\.members", -1))
                .as("in a remark, and behind FROM")
                .hasSize(3);
        assertThat(text.lines().filter(line -> line.startsWith("-- "))).allMatch(line -> !line.contains("\n"));
        assertThat(SqlForm.of(recipe(rates("o_x", "a"), null, null, level("o_x", null)), "t", Dialect.PLAIN))
                .as("no name of ours begins as one of theirs")
                .contains("oo_read")
                .doesNotContain("MATERIALIZED", "::");
    }

    /** Missing texts, renamed and kept levels, as a PMML reader that knows nothing of them sees the raw text. */
    @Test
    void levelsAreReadFromRawTextsInPmml() {
        Reading reading = new Reading(
                ColumnType.CATEGORY, null, List.of("n.n.", " "), List.of("red"), Map.of("Red", "red", "Sky", "blue"));
        Map<String, Double> rates = Map.of("3:red|", 0.7, "5:other|", 0.2, "-|", 0.4);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PmmlForm.write(
                recipe(new GroupRates(List.of("colour"), 0.1, rates), null, null, level("colour", reading)), out);
        PmmlScorer scorer = PmmlScorer.read(new ByteArrayInputStream(out.toByteArray()));
        Map<String, Double> wanted = new HashMap<>();
        wanted.put("red", 0.7);
        wanted.put("Red", 0.7);
        wanted.put("Sky", 0.2);
        wanted.put("green", 0.2);
        wanted.put("n.n.", 0.4);
        wanted.put("  ", 0.4);
        wanted.put(null, 0.4);
        wanted.forEach((text, score) -> {
            Map<String, @Nullable Object> record = new HashMap<>();
            record.put("colour", text);
            Map<String, @Nullable Object> told = scorer.score(record);
            assertThat(told.get("score")).as(String.valueOf(text)).isEqualTo(score);
            assertThat(told.get("action")).isEqualTo("leave");
            assertThat(told.get("band")).isEqualTo(score >= 0.5 ? 1.0 : 2.0);
            assertThat(told).doesNotContainKey("version");
        });
        assertThatThrownBy(() -> PmmlScorer.read(new ByteArrayInputStream(
                        "<!DOCTYPE x [<!ENTITY e SYSTEM 'file:/'>]><x/>".getBytes(StandardCharsets.UTF_8))))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("is no PMML");
    }
}
