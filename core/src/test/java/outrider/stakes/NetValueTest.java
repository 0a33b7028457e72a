package outrider.stakes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Ranking;

/** Money against its definition, summed record by record. */
class NetValueTest {
    private static final double CLOSE = 1e-8;

    private double[] score;
    private byte[] outcome;
    private double[] value;
    private Stakes stakes;

    private Ranking draw(long seed, boolean valued) {
        RandomStream random = new Seeds(seed).stream("money");
        int n = 30 + random.nextInt(60);
        score = new double[n];
        outcome = new byte[n];
        value = valued ? new double[n] : null;
        for (int i = 0; i < n; i++) {
            score[i] = random.nextInt(9);
            outcome[i] = (byte) (i < 2 ? i : random.nextDouble() < 0.1 + score[i] / 20 ? 1 : 0);
            if (valued) value[i] = 50 * random.nextDouble();
        }
        stakes = new Stakes(
                2 + random.nextInt(60),
                random.nextInt(7),
                random.nextInt(20),
                random.nextInt(5),
                random.nextInt(3) - 1,
                0.4);
        return Ranking.of(score, outcome, null, value);
    }

    private double summed(double threshold) {
        double sum = 0;
        for (int i = 0; i < score.length; i++) {
            double v = value == null ? 1 : value[i];
            double r = stakes.successRate();
            double b = stakes.gainIfCaught() * v;
            double m = stakes.missCost() * v;
            if (score[i] >= threshold) {
                sum += outcome[i] == 1 ? r * b - (1 - r) * m - stakes.actionCost() : stakes.falseAlarm();
            } else {
                sum += outcome[i] == 1 ? -m : stakes.leaveValue();
            }
        }
        return sum;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void everyPointAndTheBestCutAreTheSumOverRecords(long seed) {
        Ranking ranking = draw(seed, seed % 2 == 0);
        NetValue money = new NetValue(ranking, stakes, Double.NaN);
        double best = summed(100);
        for (int point = 1; point <= ranking.groups(); point++) {
            double expected = summed(ranking.score(point));
            assertThat(money.atPoint(point)).isCloseTo(expected, within(CLOSE));
            best = Math.max(best, expected);
        }
        assertThat(money.nobody()).isCloseTo(summed(100), within(CLOSE));
        NetValue.Cut cut = money.best(null);
        assertThat(cut.netValue()).isCloseTo(best, within(CLOSE));
        if (cut.threshold() != null) assertThat(summed(cut.threshold())).isCloseTo(best, within(CLOSE));
        assertThat(cut.gainOverNobody()).isCloseTo(best - money.nobody(), within(CLOSE));
        assertThat(money.breakEven() == null)
                .isEqualTo(value != null || stakes.acting() != Stakes.Acting.PAYS_ABOVE_BREAK_EVEN);
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void aPlannedRateIsWeightingEventsAndNonEvents(long seed) {
        Ranking ranking = draw(seed, false);
        double planned = 0.07;
        double rate = ranking.baseRate();
        double[] weight = new double[score.length];
        for (int i = 0; i < weight.length; i++) {
            weight[i] = outcome[i] == 1 ? planned / rate : (1 - planned) / (1 - rate);
        }
        NetValue projected = new NetValue(ranking, stakes, planned);
        NetValue weighted = new NetValue(Ranking.of(score, outcome, weight, null), stakes, Double.NaN);
        for (int point = 0; point <= ranking.groups(); point++) {
            assertThat(projected.atPoint(point)).isCloseTo(weighted.atPoint(point), within(CLOSE));
        }
        assertThat(projected.best(null).records())
                .as("records are the sample's own")
                .isEqualTo(ranking.size(
                        ranking.pointAtOrBefore(projected.best(null).records())));
    }

    @Test
    void breakEvenIsWhereActingAndLeavingAreWorthTheSame() {
        Stakes desk = new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0);
        double p = desk.breakEven();
        assertThat(p * desk.caught() + (1 - p) * desk.falseAlarm())
                .isCloseTo(p * desk.missed() + (1 - p) * desk.leftAlone(), within(1e-12));
        assertThat(p).isCloseTo(0.18243243, within(1e-8));
    }

    @Test
    void aCapacityMayCutATieGroupAndIsThenADepthAndNoThreshold() {
        Ranking ranking = Ranking.of(new double[] {3, 2, 2, 2, 1}, new byte[] {1, 1, 1, 1, 0});
        NetValue money = new NetValue(ranking, new Stakes(10, 1, 0, 0, 0, 1), Double.NaN);
        NetValue.Cut cut = money.best(new Capacity(2, false));
        assertThat(cut.records()).isEqualTo(2);
        assertThat(cut.threshold()).isNull();
        assertThat(cut.netValue()).isEqualTo(18);
        assertThat(money.best(Capacity.parse("80%")).threshold()).isEqualTo(2);
        assertThat(money.best(Capacity.parse("0")).records()).isZero();
        assertThat(money.best(null).returnOnSpend()).isEqualTo(36 / 4.0);
        assertThat(money.cut(0).returnOnSpend())
                .as("nobody acted on, nothing spent")
                .isNull();
    }

    @Test
    void ofEqualValuesTheSmallestDepthWins() {
        Ranking ranking = Ranking.of(new double[] {4, 3, 2, 1}, new byte[] {1, 0, 1, 0});
        NetValue money = new NetValue(ranking, new Stakes(2, 1, 0, 0, 0, 1), Double.NaN);
        assertThat(money.best(null).records()).isEqualTo(1);
    }

    @Test
    void badSettingsAreRefusedByName() {
        Ranking ranking = draw(21, false);
        assertThatThrownBy(() -> new NetValue(ranking, stakes, 1))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("plannedRate");
        assertThatThrownBy(() -> Capacity.parse("120%")).hasMessageContaining("capacity");
        assertThatThrownBy(() -> Capacity.parse("-1")).hasMessageContaining("capacity");
        assertThatThrownBy(() -> new Stakes(1, 1, 1, 1, Double.NaN, 1)).hasMessageContaining("leaveValue");
    }
}
