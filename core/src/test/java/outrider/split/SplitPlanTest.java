package outrider.split;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.split.SplitPlan.Method;
import outrider.split.SplitPlan.Target;
import outrider.table.CategoryColumn;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

class SplitPlanTest {
    private static final List<Double> SHARES = List.of(0.5, 0.25, 0.25);
    private static final int N = 3000;

    private final byte[] outcome = new byte[N];
    private Table table;

    /** Members come back, one record in fifty is a copy of the one before, one in thirty is left out. */
    private void draw(long seed) {
        RandomStream random = new Seeds(seed).stream("split");
        double[] member = new double[N];
        double[] amount = new double[N];
        int[] days = new int[N];
        int[] sample = new int[N];
        for (int i = 0; i < N; i++) {
            boolean copy = i % 50 == 49;
            member[i] = copy ? member[i - 1] : random.nextInt(1400);
            amount[i] = copy ? amount[i - 1] : random.nextDouble();
            days[i] = copy ? days[i - 1] : 20_000 + random.nextInt(300);
            sample[i] = copy ? sample[i - 1] : random.nextInt(2);
            outcome[i] = copy ? outcome[i - 1] : (byte) (i % 30 == 7 ? -1 : random.nextDouble() < 0.1 ? 1 : 0);
        }
        table = new Table(
                List.of(
                        new NumberColumn("member", member),
                        new NumberColumn("amount", amount),
                        new DateColumn("day", days),
                        new CategoryColumn("sample", sample, List.of("build", "check"))),
                null);
    }

    private static SplitPlan plan(
            Method method, String column, Map<String, Target> levels, String groupBy, boolean copies) {
        return new SplitPlan(
                new SplitPlan.Dealing(method, SHARES, column, levels, null, null, false),
                5,
                groupBy,
                copies,
                5,
                Balance.NONE);
    }

    private Parts split(SplitPlan plan) {
        return Split.of(plan, table, outcome, Units.copies(table));
    }

    private static Set<Double> values(double[] of, int[] rows) {
        Set<Double> values = new HashSet<>();
        for (int row : rows) values.add(of[row]);
        return values;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void groupsNeverStraddleAndLeftOutRecordsAreInNoPart(long seed) {
        draw(seed);
        Parts parts = split(plan(Method.SHARES, null, null, "member", false));
        double[] member = ((NumberColumn) table.column("member")).values();
        Set<Double> training = values(member, parts.training());
        assertThat(values(member, parts.validation())).doesNotContainAnyElementsOf(training);
        assertThat(parts.straddling(Units.of(table.column("member")))).isZero();
        assertThat(parts.leftOut()).isEqualTo((int)
                IntStream.range(0, N).filter(i -> outcome[i] < 0).count());
        assertThat(parts.training().length / (double) (N - parts.leftOut())).isCloseTo(0.5, within(0.03));
        int[] events = parts.eventsBeforeSealing(outcome);
        assertThat(events[1] / (double) parts.size(Part.VALIDATION))
                .isCloseTo(events[0] / (double) parts.size(Part.TRAINING), within(0.02));
    }

    @Test
    void copiesAreFoundExactlyAndKeptTogetherOnDemand() {
        draw(4);
        int[] copies = Units.copies(table);
        for (int i = 0; i < N; i++) assertThat(copies[i]).isEqualTo(i % 50 == 49 ? i - 1 : i);
        assertThat(Units.repeats(copies)).isEqualTo(N / 50);
        assertThat(split(plan(Method.SHARES, null, null, null, false)).straddling(copies))
                .isBetween(20, 55);
        assertThat(split(plan(Method.SHARES, null, null, null, true)).straddling(copies))
                .isZero();
    }

    @Test
    void unitsAreCopiesOnlyWhereThePlanKeepsThemTogether() {
        draw(4);
        int[] copies = Units.copies(table);
        int[] single = IntStream.range(0, N).toArray();
        assertThat(plan(Method.SHARES, null, null, null, false).units(table, copies))
                .isEqualTo(single);
        assertThat(plan(Method.SHARES, null, null, null, true).units(table, copies))
                .isEqualTo(copies)
                .isNotSameAs(copies);
        assertThat(plan(Method.SHARES, null, null, "member", true).units(table, copies))
                .isEqualTo(Units.of(table.column("member")));
    }

    /** Grades of few values beside a rate that goes with them, each record written so often. */
    private static boolean equalByChance(int grades, double rate, int times, long seed) {
        RandomStream random = new Seeds(seed).stream("grades");
        int n = 1200;
        double[] grade = new double[n * times];
        double[] event = new double[n * times];
        byte[] y = new byte[n * times];
        for (int i = 0; i < n; i++) {
            int place = random.nextInt(grades);
            byte has = (byte) (random.nextDouble() < rate * 2 * place / grades ? 1 : 0);
            for (int t = 0; t < times; t++) {
                grade[t * n + i] = place;
                event[t * n + i] = has;
                y[t * n + i] = has;
            }
        }
        Table others = new Table(List.of(new NumberColumn("grade", grade)), null);
        Table whole = new Table(List.of(new NumberColumn("grade", grade), new NumberColumn("event", event)), null);
        return Units.equalByChance(Units.copies(whole), Units.copies(others), y);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void recordsOfFewValuesAreEqualByChanceAndThoseWrittenTwiceAreNot(long seed) {
        assertThat(equalByChance(6, 0.07, 1, seed)).isTrue();
        assertThat(equalByChance(800, 0.1, 1, seed)).isTrue();
        assertThat(equalByChance(800, 0.02, 1, seed)).isTrue();
        assertThat(equalByChance(6, 0.0, 1, seed)).isTrue();
        assertThat(equalByChance(1_000_000_000, 0.1, 2, seed)).isFalse();
        assertThat(equalByChance(1_000_000_000, 0.1, 3, seed)).isFalse();
        assertThat(equalByChance(1_000_000_000, 0.1, 1, seed)).isFalse();
    }

    @Test
    void aPlainPlanIsTheStratifiedSplit() {
        draw(6);
        Arrays.fill(outcome, (byte) 0);
        for (int i = 0; i < N; i += 9) outcome[i] = 1;
        assertThat(split(plan(Method.SHARES, null, null, null, false)).stored())
                .isEqualTo(Split.stratified(outcome, new double[] {0.5, 0.25, 0.25}, 5)
                        .stored());
    }

    @Test
    void byDateTheLatestGoToValidationAndReserveAndDaysStayWhole() {
        draw(7);
        Parts parts = split(plan(Method.DATE, "day", null, null, true));
        int[] days = ((DateColumn) table.column("day")).days();
        int lastTraining =
                Arrays.stream(parts.training()).map(i -> days[i]).max().orElseThrow();
        int firstValidation =
                Arrays.stream(parts.validation()).map(i -> days[i]).min().orElseThrow();
        int lastValidation =
                Arrays.stream(parts.validation()).map(i -> days[i]).max().orElseThrow();
        int firstReserve = Arrays.stream(parts.reserve(new SealOpening("a", java.time.Instant.EPOCH, "c", 0.1)))
                .map(i -> days[i])
                .min()
                .orElseThrow();
        assertThat(lastTraining).isLessThan(firstValidation);
        assertThat(lastValidation).isLessThan(firstReserve);
        assertThat(parts.training().length / (double) (N - parts.leftOut())).isCloseTo(0.5, within(0.02));
        SplitPlan wrong = new SplitPlan(
                new SplitPlan.Dealing(Method.DATE, SHARES, "day", null, "2025-03-01", "2025-02-01", false),
                5,
                null,
                false,
                5,
                Balance.NONE);
        assertThatThrownBy(() -> split(wrong)).hasMessageContaining("reserveFrom: is 2025-02-01, not after");
        assertThatThrownBy(() -> split(plan(Method.DATE, "amount", null, null, false)))
                .hasMessageContaining("\"amount\" holds no dates");
    }

    @Test
    void byColumnEachLevelGoesWhereItIsSentAndHalvesAreStratified() {
        draw(8);
        Map<String, Target> levels =
                new HashMap<>(Map.of("build", Target.TRAINING, "check", Target.VALIDATION_AND_RESERVE));
        Parts parts = split(plan(Method.COLUMN, "sample", levels, null, true));
        for (int row : parts.training())
            assertThat(table.column("sample").text(row)).isEqualTo("build");
        for (int row : parts.validation())
            assertThat(table.column("sample").text(row)).isEqualTo("check");
        assertThat(Math.abs(parts.size(Part.VALIDATION) - parts.size(Part.RESERVE)))
                .isLessThan(30);
        assertThat(parts.straddling(Units.copies(table))).isZero();
        levels.remove("check");
        assertThatThrownBy(() -> split(plan(Method.COLUMN, "sample", levels, null, false)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("\"check\" of sample has no part");
        levels.put("check", Target.RESERVE);
        assertThatThrownBy(() -> split(plan(Method.COLUMN, "sample", levels, null, false)))
                .hasMessageContaining("validation: would hold no record");
    }

    @Test
    void aFileOfTwoPartsDealsItsReserveFromTrainingOrDoesWithout() {
        draw(8);
        Map<String, Target> dealt = Map.of("build", Target.TRAINING_AND_RESERVE, "check", Target.VALIDATION);
        Parts parts = split(plan(Method.COLUMN, "sample", dealt, null, true));
        for (int row : parts.validation())
            assertThat(table.column("sample").text(row)).isEqualTo("check");
        int build = parts.size(Part.TRAINING) + parts.size(Part.RESERVE);
        assertThat(parts.size(Part.RESERVE) / (double) build).isCloseTo(0.25, within(0.02));
        assertThat(parts.straddling(Units.copies(table))).isZero();
        Map<String, Target> without = Map.of("build", Target.TRAINING, "check", Target.VALIDATION);
        SplitPlan plan = plan(Method.COLUMN, "sample", without, null, false);
        assertThat(plan.hasReserve()).isFalse();
        assertThat(split(plan).size(Part.RESERVE)).isZero();
        assertThatThrownBy(() -> split(plan(
                        Method.COLUMN,
                        "sample",
                        Map.of("build", Target.VALIDATION, "check", Target.RESERVE),
                        null,
                        false)))
                .hasMessageContaining("training: would hold no record; send another level of sample there");
    }

    @Test
    void missingDaysAreRefusedByLineOrLeftOut() {
        draw(9);
        ((DateColumn) table.column("day")).days()[10] = DateColumn.MISSING;
        assertThatThrownBy(() -> split(plan(Method.DATE, "day", null, null, false)))
                .hasMessageContaining("line 12, column \"day\": is missing");
        SplitPlan leaving = new SplitPlan(
                new SplitPlan.Dealing(Method.DATE, SHARES, "day", null, null, null, true),
                5,
                null,
                false,
                5,
                Balance.NONE);
        assertThat(split(leaving).stored()[10]).isEqualTo((byte) -1);
    }

    @Test
    void foldsAreStratifiedAndKeepUnitsWhole() {
        draw(10);
        Parts parts = split(plan(Method.SHARES, null, null, "member", false));
        int[] rows = parts.training();
        int[] unit = Units.of(table.column("member"));
        byte[] of = new byte[rows.length];
        int[] units = new int[rows.length];
        for (int i = 0; i < rows.length; i++) {
            of[i] = outcome[rows[i]];
            units[i] = unit[rows[i]];
        }
        byte[] fold = requireNonNull(Folds.most(of, units, 5, 3)).fold();
        int[] events = new int[5];
        Map<Integer, Byte> ofUnit = new HashMap<>();
        for (int i = 0; i < rows.length; i++) {
            events[fold[i]] += outcome[rows[i]];
            assertThat(ofUnit.putIfAbsent(unit[rows[i]], fold[i])).isIn(null, fold[i]);
        }
        assertThat(Arrays.stream(events).max().orElseThrow()
                        - Arrays.stream(events).min().orElseThrow())
                .isLessThan(10);
        assertThat(requireNonNull(Folds.most(of, units, 5, 3)).fold()).isEqualTo(fold);
    }

    @Test
    void foldsAreAsManyAsCanEachHoldBothOutcomes() {
        byte[] of = new byte[40];
        of[3] = of[17] = 1;
        int[] each = IntStream.range(0, 40).toArray();
        assertThat(requireNonNull(Folds.most(of, each, 5, 1)).count()).isEqualTo(2);
        of[17] = 0;
        assertThat(Folds.most(of, each, 5, 1)).isNull();
        for (int wrong : new int[] {1, -2, 51}) {
            SplitPlan plan = new SplitPlan(
                    plan(Method.SHARES, null, null, null, false).by(), 1, null, false, wrong, Balance.NONE);
            assertThatThrownBy(plan::demandFolds).hasMessageContaining("folds: is " + wrong);
        }
    }

    @Test
    void balanceReachesItsShareKeepsEveryEventAndSaysTheCorrection() {
        draw(11);
        int[] rows = split(plan(Method.SHARES, null, null, null, false)).training();
        int events = Arrays.stream(rows).map(r -> outcome[r]).sum();
        int others = rows.length - events;
        Balance.Sample thinned = new Balance(Balance.Method.THINNING, 0.4).of(rows, outcome, 1);
        int kept = thinned.rows().length - events;
        assertThat(Arrays.stream(thinned.rows()).map(r -> outcome[r]).sum()).isEqualTo(events);
        assertThat(events / (double) thinned.rows().length).isCloseTo(0.4, within(0.002));
        assertThat(thinned.logOdds()).isEqualTo(Math.log(kept / (double) others));
        assertThat(thinned.rows()).isSorted().doesNotHaveDuplicates();
        assertThat(rows).contains(thinned.rows());
        Balance.Sample weighted = new Balance(Balance.Method.WEIGHTS, 0.4).of(rows, outcome, 1);
        double weight = Math.exp(-weighted.logOdds());
        assertThat(weight * events / (weight * events + others)).isCloseTo(0.4, within(1e-12));
        assertThatThrownBy(() -> new Balance(Balance.Method.WEIGHTS, 0.01).of(rows, outcome, 1))
                .hasMessageContaining("balance: a share of events of 0.01");
    }
}
