package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;

class ColumnAlarmsTest {
    private static final int RECORDS = 600;
    private static final int[] TRAINING = IntStream.range(0, 500).toArray();
    private static final byte[] OUTCOME = new byte[RECORDS];
    private static final RandomStream RANDOM = new Seeds(12).stream("columns");

    static {
        for (int i = 0; i < RECORDS; i++) OUTCOME[i] = (byte) (i % 5 == 0 ? 1 : 0);
    }

    private static double[] numbers(java.util.function.IntToDoubleFunction value) {
        double[] values = new double[RECORDS];
        Arrays.setAll(values, value);
        return values;
    }

    private static ColumnProfile profile(Column column) {
        return ColumnProfile.of(column, TRAINING, OUTCOME);
    }

    private static List<String> alarms(double[] values) {
        return Alarms.of(profile(new NumberColumn("x", values))).stream()
                .map(Alarm::name)
                .toList();
    }

    @Test
    void aCleanColumnRaisesNone() {
        assertThat(alarms(numbers(i -> RANDOM.nextGaussian() + OUTCOME[i]))).isEmpty();
        assertThat(alarms(numbers(i -> i % 3 == 0 ? Double.NaN : i % 7))).isEmpty();
    }

    private static List<String> alarmsByUnit(Column column, byte[] outcome, int each) {
        int n = column.size();
        int[] unit = IntStream.range(0, n).map(i -> i / each * each).toArray();
        return Alarms.of(ColumnProfile.of(column, IntStream.range(0, n).toArray(), outcome, unit)).stream()
                .map(Alarm::name)
                .toList();
    }

    /** Six records each: a level, or a missing value, of four customers is that of four, however many records they have. */
    @Test
    void customersCountNotTheirRecords() {
        for (int customers : new int[] {4, 30}) {
            int each = 6;
            int n = 600 * each;
            byte[] outcome = new byte[n];
            int[] codes = new int[n];
            double[] values = new double[n];
            for (int i = 0; i < n; i++) {
                int customer = i / each;
                boolean chosen = customer < customers;
                outcome[i] = (byte) (chosen || customer % 2 == 0 ? 1 : 0);
                codes[i] = chosen ? 1 : 0;
                values[i] = chosen ? Double.NaN : customer % 7;
            }
            Column level = new CategoryColumn("level", codes, List.of("plain", "closed"));
            Column number = new NumberColumn("number", values);
            if (customers == 4) {
                assertThat(alarmsByUnit(level, outcome, each)).isEmpty();
                assertThat(alarmsByUnit(number, outcome, each)).isEmpty();
            } else {
                assertThat(alarmsByUnit(level, outcome, each)).containsExactly("suspected leak");
                assertThat(alarmsByUnit(number, outcome, each)).containsExactly("missing means something");
            }
        }
    }

    /** Of an outcome that 97 in 100 have, a level of 993 in 1000 says something, and no more than a sound column may. */
    @Test
    void aLevelOfACommonOutcomeIsNoLeakUnlessHardlyAnyOfItsRecordsLackIt() {
        int n = 6000;
        byte[] outcome = new byte[n];
        int[] sound = new int[n];
        int[] leak = new int[n];
        for (int i = 0; i < n; i++) {
            sound[i] = i % 3 == 0 ? 1 : 0;
            int without = sound[i] == 1 ? i % 450 == 0 ? 1 : 0 : i % 23 == 1 ? 1 : 0;
            outcome[i] = (byte) (1 - without);
            leak[i] = i % 3 == 1 && without == 0 ? 1 : 0;
        }
        byte[] of = outcome;
        List<ColumnProfile> profiles = Stream.of(sound, leak)
                .map(codes -> ColumnProfile.of(
                        new CategoryColumn("c", codes, List.of("plain", "closed")),
                        IntStream.range(0, n).toArray(),
                        of))
                .toList();
        assertThat(profiles.get(0).telling()).isEmpty();
        assertThat(profiles.get(1).telling()).containsExactly("closed");
    }

    @Test
    void eachLeakRings() {
        assertThat(alarms(numbers(i -> OUTCOME[i] == 1 ? -i : i))).contains("suspected leak");
        assertThat(alarms(numbers(i -> OUTCOME[i] == 1 ? Double.NaN : i % 4))).contains("suspected leak");
        int[] codes = new int[RECORDS];
        for (int i = 0; i < RECORDS; i++) codes[i] = i % 25 == 0 ? 1 : 0;
        ColumnProfile telling = profile(new CategoryColumn("c", codes, List.of("plain", "closed")));
        assertThat(telling.telling()).containsExactly("closed");
        assertThat(Alarms.of(telling).get(0).meaning()).contains("“closed”");
    }

    @Test
    void constantsAndIdentifiersRing() {
        assertThat(alarms(numbers(i -> 4))).containsExactly("constant");
        assertThat(alarms(numbers(i -> Double.NaN))).containsExactly("constant");
        assertThat(alarms(numbers(i -> (i * 37) % 601))).containsExactly("identifier-like");
    }

    @Test
    void onlyTrainingIsLookedAt() {
        double[] values = numbers(i -> i % 7);
        ColumnProfile before = profile(new NumberColumn("x", values));
        for (int i = 500; i < RECORDS; i++) values[i] = 1e6 * OUTCOME[i];
        assertThat(profile(new NumberColumn("x", values))).isEqualTo(before);
    }

    @Test
    void levelsOfNoiseRankAtOneHalfAndOnesThatTellKeepTheirAuc() {
        int n = 9000;
        RandomStream random = new Seeds(4).stream("levels");
        byte[] outcome = new byte[n];
        int[] noise = new int[n];
        int[] telling = new int[n];
        int[] constant = new int[n];
        for (int i = 0; i < n; i++) {
            telling[i] = random.nextInt(900);
            outcome[i] = (byte) (random.nextDouble() < 0.02 + 0.1 * (telling[i] % 3) ? 1 : 0);
            noise[i] = random.nextInt(900);
        }
        List<String> levels = IntStream.range(0, 900).mapToObj(i -> "l" + i).toList();
        int[] rows = IntStream.range(0, n).toArray();
        ColumnProfile ofNoise = ColumnProfile.of(new CategoryColumn("noise", noise, levels), rows, outcome);
        assertThat(ofNoise.auc()).isLessThan(0.53);
        assertThat(Alarms.of(ofNoise)).isEmpty();
        assertThat(ColumnProfile.of(new CategoryColumn("telling", telling, levels), rows, outcome)
                        .auc())
                .isBetween(0.58, 0.75);
        assertThat(ColumnProfile.of(new CategoryColumn("one", constant, levels), rows, outcome)
                        .auc())
                .isEqualTo(0.5);
    }

    @Test
    void aLevelOfAFewRecordsIsNoLeak() {
        int n = 1000;
        int[] codes = new int[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            outcome[i] = (byte) (i % 12 == 0 || i < 19 ? 1 : 0);
            codes[i] = i < 19 ? 1 : 0;
        }
        int[] rows = IntStream.range(0, n).toArray();
        CategoryColumn column = new CategoryColumn("c", codes, List.of("a", "b"));
        assertThat(ColumnProfile.of(column, rows, outcome).telling()).isEmpty();
        codes[19] = 1;
        outcome[19] = 1;
        assertThat(ColumnProfile.of(column, rows, outcome).telling()).containsExactly("b");
    }

    /** With so few events, or so few non-events, among ninety columns some rank them all by chance. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 5, 295, 298})
    void whatChanceAloneExplainsIsNoLeak(int events) {
        int n = 300;
        byte[] outcome = new byte[n];
        for (int i = 0; i < events; i++) outcome[i] = 1;
        int[] rows = IntStream.range(0, n).toArray();
        RandomStream random = new Seeds(events).stream("chance");
        List<String> levels = List.of("a", "b", "c", "d");
        for (int column = 0; column < 90; column++) {
            double[] values = new double[n];
            int[] codes = new int[n];
            for (int i = 0; i < n; i++) {
                values[i] = random.nextDouble() < 0.1 ? Double.NaN : random.nextGaussian();
                codes[i] = random.nextInt(4);
            }
            assertThat(Alarms.of(ColumnProfile.of(new NumberColumn("x", values), rows, outcome)))
                    .isEmpty();
            assertThat(Alarms.of(ColumnProfile.of(new CategoryColumn("c", codes, levels), rows, outcome)))
                    .isEmpty();
        }
    }

    /** Of hundreds of columns that few records have, some rank these few well by chance. */
    @ParameterizedTest
    @ValueSource(doubles = {0.005, 0.07, 0.3})
    void aColumnThatFewRecordsHaveIsJudgedByThese(double rate) {
        int n = 4000;
        RandomStream random = new Seeds(5).stream("hollow");
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) outcome[i] = (byte) (random.nextDouble() < rate ? 1 : 0);
        int[] rows = IntStream.range(0, n).toArray();
        double[] filled = {0.0005, 0.001, 0.002, 0.005, 0.01, 0.02, 0.99, 0.995, 0.999};
        for (int column = 0; column < 400; column++) {
            double[] values = new double[n];
            int[] codes = new int[n];
            for (int i = 0; i < n; i++) {
                boolean some = random.nextDouble() < filled[column % filled.length];
                values[i] = some ? random.nextGaussian() : Double.NaN;
                codes[i] = some ? random.nextInt(3) : -1;
            }
            List<ColumnProfile> profiles = List.of(
                    ColumnProfile.of(new NumberColumn("x", values), rows, outcome),
                    ColumnProfile.of(new CategoryColumn("c", codes, List.of("a", "b", "d")), rows, outcome));
            for (ColumnProfile profile : profiles) {
                assertThat(Alarms.of(profile)).extracting(Alarm::name).isSubsetOf("constant", "identifier-like");
            }
        }
    }

    @Test
    void aLeakThatFewRecordsHaveRings() {
        double[] few = numbers(i -> i % 6 > 1 ? Double.NaN : OUTCOME[i] == 1 ? 100 + i : -i);
        assertThat(alarms(few)).contains("suspected leak");
    }

    @Test
    void aucAndInformationValueFollowTheirDefinitions() {
        int[] codes = new int[RECORDS];
        for (int i = 0; i < RECORDS; i++)
            codes[i] = i % 5 == 0 ? (i % 10 == 0 ? 0 : 1) : (i % 2 == 0 ? 0 : 1) * (i % 3 == 0 ? 1 : 0);
        ColumnProfile profile = profile(new CategoryColumn("c", codes, List.of("a", "b")));
        double[][] cells = new double[2][2];
        for (int i : TRAINING) cells[codes[i]][OUTCOME[i]]++;
        double value = 0;
        for (double[] cell : cells) {
            double e = (cell[1] + 0.5) / (100 + 1);
            double n = (cell[0] + 0.5) / (400 + 1);
            value += (e - n) * Math.log(e / n);
        }
        assertThat(profile.informationValue()).isCloseTo(value, within(1e-12));
    }

    @Test
    void missingThatTellsMoreThanAValueOrAZeroRings() {
        double[] unlikeZero = numbers(
                i -> i % 3 == 0 && OUTCOME[i] == 0 ? Double.NaN : OUTCOME[i] == 1 && i % 2 == 0 ? 0 : (i * 7) % 4);
        assertThat(alarms(unlikeZero)).contains("missing means something");
        String meaning = Alarms.of(profile(new NumberColumn("x", unlikeZero))).stream()
                .filter(alarm -> alarm.name().equals("missing means something"))
                .map(Alarm::meaning)
                .findFirst()
                .orElseThrow();
        assertThat(meaning).contains("Without a value the event rate is 0.0 %").contains("with a zero");
    }

    @Test
    void bandsAndLevelsCountEveryRecordOnceWithItsInterval() {
        double[] values = numbers(i -> i % 11 == 0 ? Double.NaN : Math.rint(30 * RANDOM.nextDouble()) / 10);
        ColumnProfile profile = profile(new NumberColumn("x", values));
        for (List<Cell> cells : List.of(profile.bands(), profile.drawn())) {
            int records = cells.stream().mapToInt(Cell::records).sum();
            int events = cells.stream().mapToInt(Cell::events).sum();
            assertThat(records + profile.missing()).isEqualTo(TRAINING.length);
            assertThat(events + profile.absent().events()).isEqualTo(100);
        }
        assertThat(profile.bands()).hasSizeBetween(8, 10);
        for (int b = 1; b < profile.bands().size(); b++) {
            assertThat(profile.bands().get(b).low())
                    .isGreaterThan(profile.bands().get(b - 1).high());
        }
        Cell first = profile.bands().get(0);
        assertThat(first.rate()).isEqualTo(first.events() / (double) first.records());
        assertThat(first.rate()).isBetween(first.rateLow(), first.rateHigh());
        double zeros = Arrays.stream(TRAINING).filter(i -> values[i] == 0).count();
        assertThat(profile.zero() == null ? 0 : profile.zero().records()).isEqualTo((int) zeros);
        ColumnProfile unjudged = ColumnProfile.of(new NumberColumn("x", values), TRAINING, null);
        assertThat(unjudged.auc()).isNull();
        assertThat(unjudged.bands()).allMatch(cell -> cell.rate() == null);
        assertThat(unjudged.distinct()).isEqualTo(profile.distinct());
    }

    @Test
    void countingAndSortingAgreeWhateverTheDecimals() {
        double[] coarse = numbers(i -> Math.rint(1e5 * RANDOM.nextGaussian()) / 100);
        double[] fine = Arrays.stream(coarse).map(v -> v * Math.PI * 1e9).toArray();
        ColumnProfile a = profile(new NumberColumn("x", coarse));
        ColumnProfile b = profile(new NumberColumn("x", fine));
        assertThat(b.auc()).isEqualTo(a.auc());
        assertThat(b.informationValue()).isEqualTo(a.informationValue());
        assertThat(b.distinct()).isEqualTo(a.distinct());
        double[] score = Arrays.stream(TRAINING).mapToDouble(i -> coarse[i]).toArray();
        byte[] y = new byte[TRAINING.length];
        for (int i = 0; i < y.length; i++) y[i] = OUTCOME[TRAINING[i]];
        double auc = RankingFigures.of(Ranking.of(score, y)).auc();
        assertThat(a.auc()).isCloseTo(Math.max(auc, 1 - auc), within(1e-12));
    }

    @Test
    void aNewAlarmIsOneFileAndOneLine() {
        double[] values = new double[RoundNumber.ROUND];
        byte[] outcome = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = i + 0.5 * RANDOM.nextDouble();
            outcome[i] = (byte) (i % 7 == 0 ? 1 : 0);
        }
        int[] all = IntStream.range(0, values.length).toArray();
        List<Alarm> rung = Alarms.of(ColumnProfile.of(new NumberColumn("x", values), all, outcome));
        assertThat(rung)
                .contains(new Alarm(
                        "roundNumber", "round number", "As many records as tests alone have, all of them different."));
        assertThat(Alarms.kinds()).extracting(AlarmKind::code).contains("roundNumber", "tooGood", "suspectedLeak");
        assertThat(rung).noneMatch(Alarms::leak);
    }
}
