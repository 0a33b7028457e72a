package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

class ReleasedRecipeTest {
    private static final TrainingData DATA = Cases.mixed(200, 6);

    private static ScoringRecipe recipe(Map<String, Reading> readings) {
        TrainingData data = DATA.withInputs(List.of("a", "b", "level", "day"));
        var kind = Learners.named("boosted");
        Model model = Cases.train(kind, Settings.of(kind, Map.of("rounds", 8)), data, 1);
        List<ScoringRecipe.Need> needs = model.columns().stream()
                .map(name ->
                        new ScoringRecipe.Need(name, DATA.table().column(name).type(), readings.get(name)))
                .toList();
        Reasons reasons =
                Reasons.of(model, DATA.table(), DATA.rows(), Map.of("b", "{value} visits"), Map.of(), new Seeds(2));
        return new ScoringRecipe(
                "Who?",
                "boosted",
                "who",
                needs,
                model,
                new ScoringRecipe.Acting(0.4, "top", new double[] {0.6, 0.4}, reasons),
                new ScoringRecipe.Shape(null, null, null));
    }

    private static ReleasedRecipe released(ScoringRecipe recipe) {
        return new ReleasedRecipe(recipe, new ReleasedRecipe.Release(4, 9, "ff"));
    }

    @Test
    void oneRecordIsScoredAsAFileOfThem() {
        ScoringRecipe pinned = ReleasedRecipe.pinned(recipe(Map.of()), DATA.table());
        assertThat(pinned.columns())
                .extracting(n -> n.reading().format())
                .containsExactlyInAnyOrder("1234.5", "1234.5", null, "uuuu-MM-dd");
        ReleasedRecipe released = released(pinned);
        List<Column> texts = new ArrayList<>();
        for (Column column : DATA.table().columns()) {
            texts.add(TextColumn.of(
                    column.name(),
                    IntStream.range(0, 200).mapToObj(column::text).toArray(String[]::new)));
        }
        Table whole = released.apply(new Table(texts, null), 2, Workers.ALONE, Progress.NONE);
        assertThat(whole.columns())
                .extracting(Column::name)
                .containsExactly("record", "score", "band", "action", "reason1", "reason2", "version");
        ReadyRecipe ready = new ReadyRecipe(released);
        Table typed = DATA.table();
        for (int i = 0; i < 200; i++) {
            Table one = typed.gathered(List.of("a", "b", "level", "day"), new int[] {i});
            Table scored = ready.apply(one, TextColumn.of("who", "M" + i), 2);
            assertThat(scored.column("who").text(0)).isEqualTo("M" + i);
            for (String name : List.of("score", "band", "action", "reason1", "reason2", "version")) {
                assertThat(scored.column(name).text(0))
                        .as(name + " of " + i)
                        .isEqualTo(whole.column(name).text(i));
            }
        }
        assertThatThrownBy(() -> ready.apply(typed, null, 6))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("reasons");
    }

    @Test
    void codesForMissingAreNumbersAndDaysAndStayInTypedColumns() {
        Reading visits = new Reading(ColumnType.NUMBER, "1.234,5", List.of("-1", "?", "1.000,5"), null);
        Reading joined = new Reading(ColumnType.DATE, "dd.MM.uuuu", List.of("01.01.1900", "n.b."), null);
        assertThat(ReleasedRecipe.missingCodes(new ScoringRecipe.Need("b", ColumnType.NUMBER, visits)))
                .containsExactly(-1, 1000.5);
        assertThat(ReleasedRecipe.missingCodes(new ScoringRecipe.Need("day", ColumnType.DATE, joined)))
                .containsExactly(-25567);
        ScoringRecipe recipe = recipe(Map.of("b", visits, "day", joined));
        Table texts = new Table(
                List.of(
                        TextColumn.of("a", "1", "2", "3"),
                        TextColumn.of("b", "-1", "?", "12,5"),
                        TextColumn.of("level", "p", null, "zz"),
                        TextColumn.of("day", "01.01.1900", "n.b.", "02.01.1970")),
                null);
        List<Column> typed =
                released(ReleasedRecipe.pinned(recipe, DATA.table())).typed(texts);
        assertThat(((NumberColumn) typed.get(1)).values()).containsExactly(-1, Double.NaN, 12.5);
        DateColumn days = (DateColumn)
                typed.stream().filter(c -> c.name().equals("day")).findFirst().orElseThrow();
        assertThat(days.days()).containsExactly(-25567, DateColumn.MISSING, 1);
        Table read = recipe.read(texts);
        assertThat(((NumberColumn) read.column("b")).values()).containsExactly(Double.NaN, Double.NaN, 12.5);
        assertThat(read.column("day").isMissing(0)).isTrue();
    }

    @Test
    void textsOfAFileAreFoundByNameAndAColumnThatStandsTwiceIsRefused() {
        ReleasedRecipe released = released(recipe(Map.of()));
        List<@Nullable String[]> records = new ArrayList<>();
        records.add(new String[] {"x", "M1", "2.5", ""});
        records.add(new String[] {"y", "M2"});
        Table found = released.ofTexts(List.of("other", "who", "a", "b"), records, null);
        assertThat(found.columns()).extracting(Column::name).containsExactlyInAnyOrder("a", "b", "who");
        assertThat(found.column("a").text(0)).isEqualTo("2.5");
        assertThat(found.column("a").isMissing(1)).isTrue();
        assertThat(found.column("b").isMissing(0)).isTrue();
        assertThatThrownBy(() -> released.ofTexts(List.of("a", "a"), records, null))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("stands there twice");
        assertThat(new ReleasedRecipe(recipe(Map.of()), null)
                        .apply(DATA.table(), 0, Workers.ALONE, Progress.NONE)
                        .has("version"))
                .isFalse();
    }

    @Test
    void oddRecordsLackEachColumnOnceAndHoldWhatTrainingNeverHad() {
        ScoringRecipe pinned = ReleasedRecipe.pinned(recipe(Map.of()), DATA.table());
        List<ScoringRecipe.Need> needs = pinned.columns();
        List<@Nullable String[]> odd = OddRecords.of(needs, DATA.table(), DATA.rows(), new Seeds(1));
        assertThat(odd.get(0)).containsOnlyNulls();
        for (int c = 0; c < needs.size(); c++) assertThat(odd.get(1 + c)[c]).isNull();
        assertThat(odd).hasSizeGreaterThan(200);
        int level = IntStream.range(0, needs.size())
                .filter(c -> needs.get(c).name().equals("level"))
                .findFirst()
                .orElseThrow();
        Set<String> levels = new HashSet<>();
        for (@Nullable String[] record : odd) levels.add(record[level]);
        assertThat(levels).contains("never seen before", "P", " p ", "O'Neil \"x\", \\ y");
        assertThat(OddRecords.of(needs, DATA.table(), DATA.rows(), new Seeds(1)).get(150))
                .isEqualTo(odd.get(150));
        assertThat(Arrays.asList(((CategoryColumn) DATA.table().column("level")).levels()))
                .doesNotContain(List.of("P"));
    }
}
