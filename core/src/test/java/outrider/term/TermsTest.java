package outrider.term;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.RebalancedModel;
import outrider.learn.Settings;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.TrainingData;
import outrider.table.NumberColumn;
import outrider.table.Table;

class TermsTest {
    private static final TrainingData DATA = Cases.mixed(260, 4);
    private static final Table NOTHING = new Table(List.of(new NumberColumn("x", new double[1])), null);

    static List<Learner> told() {
        return Learners.fitted().stream()
                .filter(kind -> !kind.name().equals("neighbours"))
                .toList();
    }

    private static Settings small(Learner kind) {
        return switch (kind.name()) {
            case "logistic" -> Settings.of(kind, Map.of("curves", true));
            case "forest" -> Settings.of(kind, Map.of("trees", 4));
            case "boosted" -> Settings.of(kind, Map.of("rounds", 6));
            default -> Settings.initial(kind);
        };
    }

    /** Whoever works the term out in the order in which it is written gets the score to the bit. */
    @ParameterizedTest
    @MethodSource("told")
    void theTermOfAModelIsItsScore(Learner kind) {
        Model model = Cases.train(kind, small(kind), DATA, 2);
        double[] score = model.score(DATA.table(), DATA.rows());
        Term term = model.term();
        for (int i = 0; i < score.length; i++) {
            assertThat(TermValue.of(term, DATA.table(), i)).as("record " + i).isEqualTo(score[i]);
        }
        Term corrected = new RebalancedModel(model, -0.7).term();
        if (!model.probability()) return;
        double[] moved = new RebalancedModel(model, -0.7).score(DATA.table(), DATA.rows());
        for (int i = 0; i < 20; i++)
            assertThat(TermValue.of(corrected, DATA.table(), i)).isEqualTo(moved[i]);
    }

    @Test
    void whatHangsOnOtherRecordsHasNoTerm() {
        for (String name : List.of("neighbours", "coinToss")) {
            Model model = Cases.train(Learners.named(name), Settings.initial(Learners.named(name)), DATA, 2);
            assertThatThrownBy(model::term).isInstanceOf(BadInput.class).hasMessageContaining("model: of");
        }
    }

    /** The value of the last step reached, as a search from the front finds it. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 8, 33})
    void stairsAreFoundByHalving(int count) {
        RandomStream random = new Seeds(count).stream("stairs");
        double[] from = IntStream.range(0, count)
                .mapToDouble(i -> random.nextInt(50))
                .distinct()
                .sorted()
                .toArray();
        List<Term> values =
                IntStream.range(0, from.length).mapToObj(Terms::constant).toList();
        for (double x = -1; x < 52; x += 0.5) {
            int at = 0;
            for (int i = 1; i < from.length; i++) if (x >= from[i]) at = i;
            Term stairs = Terms.stairs(new Term.Step("x", Terms.constant(x)), from, values);
            assertThat(TermValue.of(stairs, NOTHING, 0)).as("at " + x).isEqualTo(at);
        }
    }

    @Test
    void mapsAreTheirProbabilities() {
        double[] score = {-3, -0.2, 0, 0.1, 0.1, 0.4, 2, 7};
        byte[] outcome = {0, 0, 1, 0, 1, 0, 1, 1};
        IsotonicMap steps = IsotonicMap.fit(score, outcome, null).inside(8);
        LogisticMap line = LogisticMap.fit(new double[] {0, 0.2, 0.3, 0.5, 0.6, 0.8, 0.9, 1}, outcome, true);
        for (double x : new double[] {-9, -3, -0.1, 0, 0.1, 0.39999, 0.4, 1, 8}) {
            assertThat(TermValue.of(steps.term(Terms.constant(x)), NOTHING, 0)).isEqualTo(steps.probability(x));
        }
        for (double p : new double[] {0, 1e-18, 0.3, 1}) {
            assertThat(TermValue.of(line.term(Terms.constant(p)), NOTHING, 0)).isEqualTo(line.probability(p));
        }
    }

    @Test
    void levelsApartAreThoseThatTheUnlistedDoNotGoWith() {
        Term.Branches tree = new Term.Branches(
                new int[] {0, -1, -1},
                new double[] {Double.NaN, 0, 0},
                new long[][] {{0b1101}, null, null},
                new boolean[3],
                new int[] {1, 0, 0},
                new double[] {0, 1, 2});
        assertThat(tree.apart(0, List.of("a", "b", "c"))).containsExactly("b");
        assertThat(tree.apart(0, List.of("a", "b", "c", "d"))).containsExactly("a", "c", "d");
        Term.Branches places = new Term.Branches(
                new int[] {0, -1, -1},
                new double[] {1.5, 0, 0},
                new long[][] {null, null, null},
                new boolean[3],
                new int[] {1, 0, 0},
                new double[] {0, 1, 2});
        assertThat(places.apart(0, List.of("low", "middle", "high"))).containsExactly("low", "middle");
        assertThat(Arrays.asList(places.goesLeft(0, 0), places.goesLeft(0, 2))).containsExactly(true, false);
    }
}
