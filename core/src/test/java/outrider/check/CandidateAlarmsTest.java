package outrider.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.measure.RankingFigures;

class CandidateAlarmsTest {
    private static RankingFigures figures(double auc) {
        return new RankingFigures(auc, 2 * auc - 1, 0.3, new RankingFigures.Ks(0.4, 0.2, 0.3), 0.1);
    }

    private static List<String> names(double training, double validation, double bestAccuracy) {
        return CandidateAlarms.of(figures(training), figures(validation), bestAccuracy).stream()
                .map(Alarm::name)
                .toList();
    }

    @Test
    void aSoundCandidateRaisesNone() {
        assertThat(names(0.80, 0.76, 0.91)).isEmpty();
    }

    @Test
    void eachAlarmRingsAtItsLimit() {
        assertThat(names(0.99, 0.99, 0.95)).containsExactly("too good");
        assertThat(names(0.80, 0.75, 0.91)).containsExactly("fits training too closely");
        assertThat(names(0.80, 0.80, 0.90)).containsExactly("accuracy no better than nobody");
        assertThat(CandidateAlarms.of(figures(0.8), figures(0.7), 0.95).get(0).meaning())
                .contains("0.100 above validation");
    }
}
