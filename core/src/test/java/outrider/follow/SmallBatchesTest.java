package outrider.follow;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** Batches of any size in which nothing happened ring nothing, whatever their columns are like; what happened is found. */
class SmallBatchesTest {
    private static final double CUT = 0.2;
    private static final int[] LEVELS = {2, 3, 8, 20, 40, 300};
    private static final int BATCHES = 40;

    /** Skewed numbers and levels, 8 % events; {@code strange} of the first levels is one that was never seen. */
    private record Members(double[] score, byte[] outcome, int[] unit, Table table) {
        static Members of(long seed, int n, int each, double strange) {
            RandomStream random = new Seeds(seed).stream("members");
            double[] score = new double[n];
            byte[] outcome = new byte[n];
            int[] unit = IntStream.range(0, n).map(i -> i / each).toArray();
            double[][] numbers = new double[4][n];
            int[][] codes = new int[LEVELS.length][n];
            for (int i = 0; i < n; i++) {
                if (i % each != 0) {
                    // a customer's records are alike
                    for (double[] column : numbers) column[i] = column[i - 1];
                    for (int[] column : codes) column[i] = column[i - 1];
                    score[i] = score[i - 1];
                } else {
                    double u = random.nextDouble();
                    score[i] = 0.005 + 0.4 * u * u * u * u;
                    numbers[0][i] = random.nextGaussian();
                    numbers[1][i] = Math.exp(2 * random.nextGaussian());
                    numbers[2][i] = random.nextInt(3);
                    numbers[3][i] = random.nextDouble() < 0.02 ? Double.NaN : random.nextDouble();
                    for (int c = 0; c < LEVELS.length; c++) {
                        codes[c][i] = (int) (LEVELS[c] * Math.pow(random.nextDouble(), 3));
                    }
                    if (random.nextDouble() < strange) codes[2][i] = LEVELS[2];
                }
                outcome[i] = (byte) (random.nextDouble() < score[i] ? 1 : 0);
            }
            List<Column> columns = new ArrayList<>();
            for (int c = 0; c < numbers.length; c++) columns.add(new NumberColumn("number " + c, numbers[c]));
            for (int c = 0; c < codes.length; c++) {
                List<String> levels = IntStream.rangeClosed(0, LEVELS[c])
                        .mapToObj(level -> "level " + level)
                        .toList();
                columns.add(new CategoryColumn("levels " + c, codes[c], levels));
            }
            return new Members(score, outcome, unit, new Table(columns, null));
        }

        Judged judged(boolean bySize) {
            Judged.Money money = new Judged.Money(new Stakes(40, 5, 0, 0, 0, 1), Double.NaN);
            Sample sample = new Sample(outcome, null, null, unit);
            return new Judged(score, CUT, sample, money, 0, bySize, new Seeds(3), Workers.ALONE);
        }

        SignedFigures signed() {
            int[] all = IntStream.range(0, score.length).toArray();
            return new SignedFigures(
                    judged(true).measures(all),
                    0.1,
                    Reference.of("score", score),
                    table.columns().stream().map(c -> Reference.of(c, all)).toList(),
                    null);
        }

        BatchFigures beside(SignedFigures signed) {
            return BatchFigures.of(signed, table, judged(true));
        }
    }

    private static Advice advice(SignedFigures signed, BatchFigures... batches) {
        return Advice.of(List.of(batches), List.of(), signed.rate());
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "40, 1", "150, 1", "3000, 1", "600, 6"})
    void whereNothingHappenedNothingRings(int records, int each) {
        List<String> rung = new ArrayList<>();
        SignedFigures signed = null;
        for (int b = 0; b < BATCHES; b++) {
            if (b % 3 == 0) signed = Members.of(5000 + b, 3000, each, 0).signed();
            Advice advice = advice(signed, Members.of(100 + b, records, each, 0).beside(signed));
            if (advice.kind() != Advice.Kind.CARRY_ON) rung.add(advice.words());
        }
        // at 1 in 20 there are more than 6 of 40 in 1 of 300
        assertThat(rung).as(rung.size() + " of " + BATCHES).hasSizeLessThanOrEqualTo(6);
    }

    @Test
    void whatMovedIsFoundAndItsLevelsAreNamed() {
        SignedFigures signed = Members.of(1, 3000, 1, 0).signed();
        int found = 0;
        for (int b = 0; b < 20; b++) {
            Advice advice = advice(signed, Members.of(300 + b, 150, 1, 0.25).beside(signed));
            if (advice.words().startsWith("Look at levels 2 first")) found++;
            assertThat(advice.words()).contains("most in “levels never seen (level 8)”");
        }
        assertThat(found).isEqualTo(20);
    }

    /** None caught of few is no proof of a fall, and no error of 0 either. */
    @Test
    void fewEventsAreNotJudgedByThemselvesAndHaveAnError() {
        SignedFigures signed = Members.of(1, 3000, 1, 0).signed();
        Members few = Members.of(9, 60, 1, 0);
        for (int i = 0; i < 60; i++) few.outcome()[i] = (byte) (few.score()[i] < CUT && i % 12 == 0 ? 1 : 0);
        BatchFigures found = few.beside(signed);
        assertThat(found.events()).isBetween(2, 5);
        assertThat(found.figures().capture().value()).isZero();
        assertThat(found.few()).isTrue();
        SignedFigures.Difference capture = found.differences().capture();
        assertThat(capture.holds()).isTrue();
        assertThat(capture.high() - capture.low()).isGreaterThan(0.6);
        WatchLimit limit = new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.2, WatchLimit.Every.MONTH);
        assertThat(limit.of(found)).isEqualTo(WatchLimit.Standing.UNKNOWN);
        assertThat(advice(signed, found).words()).startsWith("Carry on.").contains("too few of either kind to judge");
        assertThat(few.judged(false)
                        .differences(
                                signed.figures(),
                                found.figures(),
                                IntStream.range(0, 60).toArray(),
                                1)
                        .capture()
                        .holds())
                .isFalse();
    }

    /** A large batch that fell is not covered up by a few records after it. */
    @Test
    void aFallStandsUntilABatchThatCanBeJudgedFollows() {
        SignedFigures signed = Members.of(1, 3000, 1, 0).signed();
        Members lost = Members.of(11, 3000, 1, 0);
        RandomStream random = new Seeds(5).stream("lost");
        for (int i = 0; i < 3000; i++) lost.outcome()[i] = (byte) (random.nextDouble() < 0.08 ? 1 : 0);
        BatchFigures fallen = lost.beside(signed);
        BatchFigures few = Members.of(12, 40, 1, 0).beside(signed);
        assertThat(advice(signed, fallen).kind()).isEqualTo(Advice.Kind.NEW_BRIEF);
        assertThat(advice(signed, fallen, few).kind()).isEqualTo(Advice.Kind.NEW_BRIEF);
    }

    @Test
    void outcomesWithoutAnyEventAreLookedAt() {
        SignedFigures signed = Members.of(1, 3000, 1, 0).signed();
        Members none = Members.of(13, 600, 1, 0);
        Arrays.fill(none.outcome(), (byte) 0);
        Advice advice = advice(signed, none.beside(signed));
        assertThat(advice.kind()).isEqualTo(Advice.Kind.LOOK_AT_OUTCOMES);
        assertThat(advice.words()).contains("none of 600 is the event, where about 49");
        assertThat(advice(signed, Members.of(14, 30, 1, 0).beside(signed)).kind())
                .isEqualTo(Advice.Kind.CARRY_ON);
    }
}
