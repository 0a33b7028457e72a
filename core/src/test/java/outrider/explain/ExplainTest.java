package outrider.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.Settings;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Importance, dependence, smallest changes and neighbours on tables with a planted truth. */
class ExplainTest {
    private static final int N = 3000;
    private static final int[] ROWS = IntStream.range(0, N).toArray();

    /** “strong” and its noisy “twin” decide, “weak” a little, “idle” nothing; a tenth of “weak” is missing. */
    private static TrainingData planted() {
        RandomStream random = new Seeds(8).stream("planted");
        double[][] values = new double[4][N];
        int[] level = new int[N];
        byte[] y = new byte[N];
        for (int i = 0; i < N; i++) {
            values[0][i] = random.nextGaussian();
            values[1][i] = values[0][i] + 0.2 * random.nextGaussian();
            values[2][i] = random.nextDouble() < 0.1 ? Double.NaN : random.nextGaussian();
            values[3][i] = random.nextGaussian();
            level[i] = random.nextInt(3);
            double risk = -1
                    + 1.5 * values[0][i]
                    + (Double.isNaN(values[2][i]) ? 0 : 0.4 * values[2][i])
                    + (level[i] == 1 ? 1 : 0);
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-risk)) ? 1 : 0);
        }
        return Cases.data(
                y,
                new NumberColumn("strong", values[0]),
                new NumberColumn("twin", values[1]),
                new NumberColumn("weak", values[2]),
                new NumberColumn("idle", values[3]),
                new CategoryColumn("level", level, List.of("p", "q", "r")));
    }

    private static final TrainingData DATA = planted();

    private static Model trained(String name) {
        Learner kind = Learners.named(name);
        return Cases.train(kind, Settings.of(kind, Map.of()), DATA, 1);
    }

    private static PermutationImportance importance(Model model, Workers workers, Progress progress) {
        return PermutationImportance.of(
                model,
                DATA.table(),
                ROWS,
                score -> Ranking.of(score, DATA.outcome()).auc(),
                5,
                new Seeds(3),
                workers,
                progress);
    }

    private static PermutationImportance.Drop drop(PermutationImportance found, String... columns) {
        return found.drops().stream()
                .filter(d -> d.columns().equals(List.of(columns)))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void columnsThatGoTogetherMatterMoreThanEitherAlone() {
        PermutationImportance found = importance(trained("forest"), new Workers(2), Progress.NONE);
        assertThat(found.measure())
                .isEqualTo(Ranking.of(Cases.score(trained("forest"), DATA), DATA.outcome())
                        .auc());
        double both = drop(found, "strong", "twin").mean();
        assertThat(both)
                .isGreaterThan(drop(found, "strong").mean())
                .isGreaterThan(drop(found, "twin").mean());
        assertThat(drop(found, "weak").mean()).isGreaterThan(drop(found, "idle").mean());
        assertThat(found.drops().get(0).columns()).containsExactly("strong", "twin");
        assertThat(found.drops())
                .hasSize(6)
                .allSatisfy(d -> assertThat(d.spread()).isNotNegative());
        assertThat(importance(trained("forest"), Workers.ALONE, Progress.NONE).drops())
                .usingRecursiveComparison()
                .isEqualTo(found.drops());
    }

    @Test
    void importanceIsStopped() {
        Progress stopped = new Progress() {
            @Override
            public void report(double share, String step) {}

            @Override
            public boolean isCancelled() {
                return true;
            }
        };
        Model model = trained("tree");
        assertThatThrownBy(() -> importance(model, Workers.ALONE, stopped)).isInstanceOf(CancellationException.class);
    }

    @Test
    void dependenceIsTheMeanScoreWithTheValueSetForEverybody() {
        Model model = trained("boosted");
        Dependence found = dependence(model, "weak", null);
        assertThat(found.records()).isEqualTo(500);
        assertThat(found.curves()).hasSize(30).allSatisfy(c -> assertThat(c).hasSameSizeAs(found.average()));
        Dependence.Point missing = found.points().get(found.points().size() - 1);
        assertThat(missing.label()).isNull();
        assertThat(missing.share()).isCloseTo(0.1, within(0.02));
        assertThat(found.points().stream().mapToDouble(Dependence.Point::share).sum())
                .isCloseTo(1, within(1e-9));
        int[] some = ROWS.clone();
        new Seeds(4).stream("dependence").shuffle(some);
        double[] held = new double[500];
        Arrays.fill(held, found.points().get(3).value());
        List<Column> columns = model.columns().stream()
                .map(name -> name.equals("weak")
                        ? (Column) new NumberColumn("weak", held)
                        : DATA.table().column(name).gathered(Arrays.copyOf(some, 500)))
                .toList();
        double mean = Arrays.stream(model.score(
                        new Table(columns, null), IntStream.range(0, 500).toArray()))
                .average()
                .orElseThrow();
        assertThat(found.average()[3]).isCloseTo(mean, within(1e-12));
    }

    @Test
    void twoColumnsMakeAMap() {
        Dependence map = dependence(trained("boosted"), "strong", "level");
        assertThat(map.others()).hasSize(3);
        assertThat(map.average()).hasSize(map.points().size() * 3);
        assertThat(map.curves()).isEmpty();
        int q = map.others().stream().map(Dependence.Point::label).toList().indexOf("q");
        int last = map.points().size() - 1;
        assertThat(map.average()[last * 3 + q]).isGreaterThan(map.average()[q]);
    }

    private static Dependence dependence(Model model, String first, String second) {
        return Dependence.of(
                model,
                DATA.table(),
                first,
                second,
                ROWS,
                new Seeds(4).stream("dependence"),
                new Workers(2),
                Progress.NONE);
    }

    @Test
    void theSmallestChangeCrossesTheCutAndNoNearerValueDoes() {
        Model model = trained("logistic");
        double[] score = Cases.score(model, DATA);
        double threshold = 0.4;
        int crossed = 0;
        for (int record = 0; record < 40; record++) {
            for (SmallestChange change : SmallestChange.of(model, DATA.table(), record, ROWS, threshold)) {
                crossed++;
                assertThat(change.score() >= threshold).isNotEqualTo(score[record] >= threshold);
                if (change.passed() != null) assertThat(change.passed()).isBetween(0.0, 1.0);
                if (!change.column().equals("strong")) continue;
                double from = ((NumberColumn) DATA.table().column("strong")).values()[record];
                double to = Double.parseDouble(String.valueOf(change.to()));
                assertThat(crosses(model, record, from + 0.8 * (to - from), threshold))
                        .isFalse();
            }
        }
        assertThat(crossed).isGreaterThan(40);
    }

    private static boolean crosses(Model model, int record, double strong, double threshold) {
        List<Column> columns = model.columns().stream()
                .map(name -> name.equals("strong")
                        ? (Column) new NumberColumn(name, new double[] {strong})
                        : DATA.table().column(name).gathered(new int[] {record}))
                .toList();
        double now = model.score(new Table(columns, null), new int[] {0})[0];
        return now >= threshold != (Cases.score(model, DATA)[record] >= threshold);
    }

    @Test
    void theNearestAreNearestByEveryPair() {
        boolean[] wanted = new boolean[N];
        for (int i = 0; i < N; i++) wanted[i] = DATA.outcome()[i] != DATA.outcome()[7];
        List<Nearest> found = Nearest.of(DATA.table(), DATA.inputs(), 7, ROWS, wanted, 5);
        assertThat(found)
                .hasSize(5)
                .allSatisfy(n -> assertThat(wanted[n.place()]).isTrue());
        assertThat(found).isSortedAccordingTo((a, b) -> Double.compare(a.distance(), b.distance()));
        List<Nearest> more = Nearest.of(DATA.table(), DATA.inputs(), 7, ROWS, wanted, N);
        assertThat(more.subList(0, 5)).isEqualTo(found);
        assertThat(more)
                .hasSize((int) IntStream.range(0, N).filter(i -> wanted[i]).count());
    }

    /** A change of a level, or to or from missing, has no records between. */
    @Test
    void changesOfLevelsAndOfMissingHaveNoOrder() {
        Model model = trained("boosted");
        double[] score = Cases.score(model, DATA);
        int levels = 0;
        int missing = 0;
        for (int record = 0; record < 120; record++) {
            double near = score[record] + (record % 2 == 0 ? 0.03 : -0.02);
            for (SmallestChange change : SmallestChange.of(model, DATA.table(), record, ROWS, near)) {
                if (change.column().equals("level")) {
                    levels++;
                    assertThat(change.passed()).isNull();
                    assertThat(change.to()).isNotEqualTo(change.from());
                }
                if (change.from() == null) {
                    missing++;
                    assertThat(change.passed()).isNull();
                }
            }
        }
        assertThat(levels).isPositive();
        assertThat(missing).isPositive();
    }

    @Test
    void whatIsMissingInOneOfTwoRecordsSetsThemApart() {
        NumberColumn a = new NumberColumn("a", new double[] {1, 1, Double.NaN, 9, Double.NaN});
        CategoryColumn b = new CategoryColumn("b", new int[] {0, 0, 0, 1, 0}, List.of("x", "y"));
        Table table = new Table(List.of(a, b), null);
        int[] rows = {0, 1, 2, 3, 4};
        boolean[] all = {true, true, true, true, true};
        List<Nearest> toFirst = Nearest.of(table, List.of("a", "b"), 0, rows, all, 9);
        assertThat(toFirst).extracting(Nearest::place).containsExactly(1, 2, 4, 3);
        assertThat(toFirst).extracting(Nearest::distance).containsExactly(0.0, 0.5, 0.5, 1.0);
        assertThat(Nearest.of(table, List.of("a", "b"), 2, rows, all, 1).get(0)).isEqualTo(new Nearest(4, 0));
    }

    @Test
    void aColumnThatGoesWithLevelsIsDealtWithThem() {
        double[] value = new double[N];
        int[] level = new int[N];
        double[] score = new double[N];
        double[] own = new double[N];
        RandomStream random = new Seeds(5).stream("levels");
        for (int i = 0; i < N; i++) {
            level[i] = random.nextInt(4);
            value[i] = new double[] {3, 1, 4, 2}[level[i]] + 0.1 * random.nextGaussian();
            score[i] = value[i] / 5;
            own[i] = random.nextDouble() < 0.5 ? Double.NaN : random.nextGaussian();
        }
        List<int[]> found = GoingTogether.of(
                List.of(
                        new NumberColumn("own", own),
                        new CategoryColumn("level", level, List.of("p", "q", "r", "s")),
                        new NumberColumn("value", value),
                        new NumberColumn("constant", new double[N])),
                score);
        assertThat(found).singleElement().isEqualTo(new int[] {1, 2});
    }
}
