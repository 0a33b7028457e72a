package outrider.stakes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.measure.Cells;
import outrider.rank.Ranking;

/** The few cuts that can be best hold the best of all cuts, whatever the stakes. */
class FrontierTest {
    private static Ranking ranking(RandomStream random, boolean valued) {
        int n = 2 + random.nextInt(120);
        int levels = 1 + random.nextInt(60);
        double[] score = new double[n];
        double[] value = new double[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            score[i] = random.nextInt(levels);
            outcome[i] = (byte) (random.nextInt(4) == 0 ? 1 : 0);
            value[i] = random.nextInt(5);
        }
        outcome[0] = 1;
        outcome[1] = 0;
        return Ranking.of(score, outcome, null, valued ? value : null);
    }

    private static Stakes stakes(RandomStream random) {
        return new Stakes(
                random.nextInt(30),
                random.nextInt(6),
                random.nextInt(10),
                random.nextInt(4),
                random.nextInt(7) - 3,
                0.1 + 0.9 * random.nextDouble());
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void theBestCutIsThatOfTheWholeCurve(boolean valued) {
        RandomStream random = new Seeds(valued ? 2 : 1).stream("frontier");
        for (int round = 0; round < 600; round++) {
            Ranking ranking = ranking(random, valued);
            Stakes stakes = stakes(random);
            double planned = random.nextInt(3) == 0 ? Double.NaN : 0.01 + 0.9 * random.nextDouble();
            Capacity capacity = random.nextInt(2) == 0 ? null : new Capacity(random.nextDouble(), true);
            NetValue.Cut whole = new NetValue(ranking, stakes, planned).best(capacity);
            Frontier.Best best = Frontier.of(ranking, capacity).best(stakes, planned);
            String where = "round " + round + " " + stakes + " " + planned;
            assertThat(best.gain()).as(where).isCloseTo(whole.gainOverNobody(), within(1e-9));
            if (whole.gainOverNobody() > 1e-6) {
                NetValue money = new NetValue(ranking, stakes, planned);
                assertThat(money.gainAt(best.records())).as(where).isCloseTo(best.gain(), within(1e-9));
                assertThat(best.records()).as(where).isLessThanOrEqualTo(whole.records() + 1e-9);
            }
        }
    }

    @Test
    void theMoneyOfACutIsThatOfItsFourCells() {
        RandomStream random = new Seeds(3).stream("cells");
        for (int round = 0; round < 200; round++) {
            Ranking ranking = ranking(random, false);
            Stakes s = stakes(random);
            NetValue money = new NetValue(ranking, s, Double.NaN);
            int point = random.nextInt(ranking.groups() + 1);
            Cells cells = Cells.at(ranking, point);
            double sum = cells.caught() * s.caught()
                    + cells.falseAlarms() * s.falseAlarm()
                    + cells.missed() * s.missed()
                    + cells.leftAlone() * s.leftAlone();
            assertThat(money.atPoint(point)).isCloseTo(sum, within(1e-9));
            assertThat(money.cut(ranking.size(point)).gainOverNobody() + money.nobody())
                    .isCloseTo(sum, within(1e-9));
        }
    }

    @Test
    void aLeverChangesItsOwnAmountOnly() {
        Stakes s = new Stakes(1, 2, 3, 4, 5, 0.5);
        for (StakesParameter parameter : StakesParameter.values()) {
            Stakes changed = parameter.with(s, 0.25);
            assertThat(parameter.of(changed)).isEqualTo(0.25);
            for (StakesParameter other : StakesParameter.values()) {
                if (other != parameter) assertThat(other.of(changed)).isEqualTo(other.of(s));
            }
            assertThat(changed.falseAlarmCost()).isEqualTo(4);
            assertThat(changed.leaveValue()).isEqualTo(5);
        }
    }
}
