package outrider.zoo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.explain.Contributions;
import outrider.explain.Dependence;
import outrider.explain.Nearest;
import outrider.explain.SmallestChange;
import outrider.learn.Cases;
import outrider.learn.Fitted;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.split.Balance;
import outrider.table.Table;

/** Every kind as it comes on small editions of every table. */
class ZooTest {
    private static final double SHARE = 0.06;
    private static final Map<Zoo, WildTable> MADE = new EnumMap<>(Zoo.class);

    private static WildTable made(Zoo zoo) {
        return MADE.computeIfAbsent(zoo, z -> z.make(SHARE));
    }

    static Stream<Arguments> everyKindOnEveryTable() {
        return Arrays.stream(Zoo.values())
                .flatMap(zoo ->
                        Learners.all().stream().filter(Learner::takesInputs).map(kind -> Arguments.of(zoo, kind)));
    }

    private static double[] scores(Learner kind, WildTable wild, int threads) {
        Workers workers = new Workers(threads);
        Fitted fitted = Fitted.of(
                kind, Settings.initial(kind), wild.data(1), Balance.NONE, 3, List.of(), workers, Progress.NONE);
        double[] validation = Scoring.of(fitted.model(), wild.table(), wild.validation(), workers, Progress.NONE);
        double[] all = Arrays.copyOf(fitted.outOfFold(), fitted.outOfFold().length + validation.length);
        System.arraycopy(validation, 0, all, fitted.outOfFold().length, validation.length);
        return all;
    }

    @ParameterizedTest
    @MethodSource
    void everyKindOnEveryTable(Zoo zoo, Learner kind) {
        WildTable wild = made(zoo);
        try {
            double[] alone = scores(kind, wild, 1);
            assertThat(alone).doesNotContain(Double.NaN);
            assertThat(scores(kind, wild, 2)).containsExactly(alone);
        } catch (BadInput refusal) {
            assertThat(zoo).as(refusal.getMessage()).isIn(Zoo.MARKS, Zoo.DATES, Zoo.RARE);
            if (zoo == Zoo.RARE) assertThat(refusal.getMessage()).contains("training has too few events");
            else assertThat(refusal.getMessage()).containsPattern("column \"(fee|on \\d)\".*free text");
        }
    }

    static Stream<Arguments> explainedOnEveryTable() {
        return Arrays.stream(Zoo.values())
                .flatMap(zoo -> Stream.of("logistic", "boosted", "neighbours").map(kind -> Arguments.of(zoo, kind)));
    }

    /** Contributions add up, dependence stays within the scores, changes cross and importance repeats, whatever the table holds. */
    @ParameterizedTest
    @MethodSource
    void explainedOnEveryTable(Zoo zoo, String kind) {
        WildTable wild = made(zoo);
        Model model;
        try {
            model = Cases.train(Learners.named(kind), Settings.initial(Learners.named(kind)), wild.data(1), 2);
        } catch (BadInput refusal) {
            assertThat(zoo).as(refusal.getMessage()).isIn(Zoo.MARKS, Zoo.DATES, Zoo.RARE);
            return;
        }
        Table table = wild.table();
        int[] rows = Arrays.copyOf(wild.validation(), Math.min(200, wild.validation().length));
        int[] background = Arrays.copyOf(wild.data(1).rows(), 6);
        double[] score = Scoring.of(model, table, rows, Workers.ALONE, Progress.NONE);
        double threshold = Arrays.stream(score).sorted().toArray()[score.length / 2];
        for (int record : new int[] {rows[0], rows[rows.length / 2]}) {
            Contributions parts = Contributions.of(model, table, record, background, 2, new Seeds(1).stream("orders"));
            assertThat(Arrays.stream(parts.values()).sum())
                    .isCloseTo(parts.score() - parts.average(), within(1e-7 * Math.max(1, Math.abs(parts.score()))));
        }
        boolean above = score[0] >= threshold;
        if (model.columns().size() < 200) {
            for (SmallestChange change : SmallestChange.of(model, table, rows[0], rows, threshold)) {
                assertThat(change.score() >= threshold).isNotEqualTo(above);
            }
        }
        String first = model.columns().get(0);
        Dependence along = Dependence.of(
                model, table, first, null, rows, new Seeds(2).stream("some"), Workers.ALONE, Progress.NONE);
        assertThat(along.average()).hasSameSizeAs(along.points().toArray()).doesNotContain(Double.NaN);
        assertThat(along.points().stream().mapToDouble(Dependence.Point::share).sum())
                .isLessThanOrEqualTo(1 + 1e-9);
        boolean[] all = new boolean[rows.length];
        Arrays.fill(all, true);
        assertThat(Nearest.of(table, model.columns(), rows[0], rows, all, 3))
                .hasSize(Math.min(3, rows.length - 1))
                .allSatisfy(n -> assertThat(n.distance()).isBetween(0.0, 1 + 1e-9));
    }

    @Test
    void aTableIsTheSameEachTimeAndItsRateIsAsMeant() {
        WildTable once = Zoo.SURVEY.make(0.3);
        WildTable again = Zoo.SURVEY.make(0.3);
        assertThat(again.outcome()).containsExactly(once.outcome());
        assertThat(again.table().column("q3").text(7))
                .isEqualTo(once.table().column("q3").text(7));
        double events = 0;
        for (byte y : once.outcome()) events += y;
        assertThat(events / once.outcome().length).isCloseTo(0.06, within(0.012));
    }

    @Test
    void theOutcomeIsReadFromItsColumnWhereItIsKnown() {
        for (Zoo zoo : List.of(Zoo.THREE_LEVELS, Zoo.RECENT)) {
            WildTable wild = made(zoo);
            int known = wild.known();
            if (zoo == Zoo.RECENT) {
                assertThat(wild.table().column("outcome").isMissing(known)).isTrue();
            }
            for (int i = 0; i < known; i++) {
                assertThat(wild.table().column("outcome").text(i).equals("lost"))
                        .isEqualTo(wild.outcome()[i] == 1);
            }
        }
    }

    /** Odd ones are points of which fewer are riskier, even ones probabilities; the noisier the worse. */
    @Test
    void suppliedScoresAreReadTheirWay() {
        WildTable wild = Zoo.SCORES.make(1);
        double before = wild.ceiling();
        for (int s = 1; s <= 10; s++) {
            Map<String, Object> way =
                    Map.of("column", "score " + s, "lowerIsRiskier", s % 2 == 1, "probability", s % 2 == 0);
            Fitted fitted = Fitted.of(
                    Learners.named("supplied"),
                    Settings.of(Learners.named("supplied"), way),
                    wild.data(1),
                    Balance.NONE,
                    3,
                    List.of(),
                    new Workers(1),
                    Progress.NONE);
            double auc = wild.auc(
                    Scoring.of(fitted.model(), wild.table(), wild.validation(), new Workers(1), Progress.NONE));
            assertThat(auc).as("score " + s).isBetween(0.55, before + 0.03);
            before = auc;
        }
    }

    /** What a careful analyst does by hand, an order instead of levels, the penalised fit finds by itself. */
    @Test
    void orderedCodesAreAsGoodAsTheirOrder() {
        WildTable wild = Zoo.SURVEY.make(0.6);
        Fitted fitted = Fitted.of(
                Learners.named("logistic"),
                Settings.initial(Learners.named("logistic")),
                wild.data(1),
                Balance.NONE,
                3,
                List.of(),
                new Workers(2),
                Progress.NONE);
        double[] score = Scoring.of(fitted.model(), wild.table(), wild.validation(), new Workers(2), Progress.NONE);
        assertThat(wild.auc(score)).isGreaterThan(wild.ceiling() - 0.03);
    }
}
