package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

class ReasonsTest {
    private static final TrainingData DATA = Cases.mixed(600, 4);

    private static ScoringRecipe recipe(String kind, Map<String, String> phrases) {
        Learner learner = Learners.named(kind);
        Model model = Cases.train(learner, Settings.of(learner, Map.of()), DATA, 1);
        List<ScoringRecipe.Need> needs = model.columns().stream()
                .map(name ->
                        new ScoringRecipe.Need(name, DATA.table().column(name).type(), null))
                .toList();
        Reasons reasons =
                Reasons.of(model, DATA.table(), DATA.rows(), phrases, Map.of("a", "nobody knows a"), new Seeds(1));
        return new ScoringRecipe(
                "b",
                kind,
                null,
                needs,
                model,
                new ScoringRecipe.Acting(0.5, "half", new double[] {0.5}, reasons),
                new ScoringRecipe.Shape(null, null, null));
    }

    @ParameterizedTest
    @ValueSource(strings = {"logistic", "bayes", "tree", "forest", "boosted", "network", "neighbours"})
    void whatRaisedTheScoreMostIsTold(String kind) {
        ScoringRecipe recipe = recipe(kind, Map.of("a", "a runs at {value}"));
        Table list = DATA.table().gathered(DATA.inputs(), IntStream.range(0, 60).toArray());
        Table scored = recipe.apply(list, 3, new Workers(2), Progress.NONE);
        assertThat(scored.columns().stream().map(Column::name))
                .containsExactly("record", "score", "band", "action", "reason1", "reason2", "reason3");
        int phrased = 0;
        for (int i = 0; i < list.size(); i++) {
            String first = scored.column("reason1").text(i);
            String second = scored.column("reason2").text(i);
            if (second != null) assertThat(first).isNotNull().isNotEqualTo(second);
            if (first != null && first.startsWith("a runs at ")) {
                phrased++;
                assertThat(first).isEqualTo("a runs at " + list.column("a").text(i));
            }
        }
        assertThat(phrased).isPositive();
        assertThat(recipe.apply(list, 3, Workers.ALONE, Progress.NONE).column("reason1"))
                .usingRecursiveComparison()
                .isEqualTo(scored.column("reason1"));
    }

    @Test
    void aMissingValueHasItsOwnWords() {
        NumberColumn column = new NumberColumn("a", new double[] {4, Double.NaN});
        Reasons both = new Reasons(List.of(), Map.of("a", "a runs at {value}"), Map.of("a", "nobody knows a"));
        assertThat(both.words(column, 0)).isEqualTo("a runs at 4");
        assertThat(both.words(column, 1)).isEqualTo("nobody knows a");
        assertThat(new Reasons(List.of(), Map.of("a", "a runs at {value}"), null).words(column, 1))
                .isEqualTo("a is missing");
        assertThat(new Reasons(List.of(), Map.of("a", "a is odd"), null).words(column, 1))
                .isEqualTo("a is odd");
    }

    @Test
    void noRecordOfTrainingTravelsWithARecipe() {
        List<Reasons.Background> background =
                recipe("logistic", Map.of()).acting().reasons().background();
        assertThat(background).hasSize(DATA.inputs().size());
        double[] a = background.get(0).numbers();
        double[] noise = background.get(2).numbers();
        long real = IntStream.range(0, a.length)
                .filter(b -> IntStream.of(DATA.rows())
                        .anyMatch(row -> DATA.table().column("a").text(row).equals(String.valueOf(a[b]))
                                && DATA.table().column("noise").text(row).equals(String.valueOf(noise[b]))))
                .count();
        assertThat(real).isLessThan(2);
    }

    @Test
    void moreThanFiveAreRefused() {
        ScoringRecipe recipe = recipe("logistic", Map.of());
        assertThatThrownBy(() -> recipe.apply(DATA.table(), 6, Workers.ALONE, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("0 to 5");
    }
}
