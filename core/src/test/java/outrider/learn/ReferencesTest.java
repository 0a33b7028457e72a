package outrider.learn;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.learn.reference.BaseRate;
import outrider.learn.reference.CoinToss;
import outrider.learn.reference.GroupRates;
import outrider.learn.reference.Nobody;
import outrider.learn.supplied.SuppliedScore;
import outrider.prepare.TrainingData;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

class ReferencesTest {
    private static final Table TABLE = new Table(
            List.of(
                    new CategoryColumn("tier", new int[] {0, 0, 1, -1, 1}, List.of("plain", "gold")),
                    new NumberColumn("points", new double[] {5, 1, Double.NaN, 2, 0.5})),
            null);
    private static final byte[] OUTCOME = {1, 0, 0, 0, 1};
    private static final TrainingData TRAINING =
            new TrainingData(TABLE, List.of("tier"), new int[] {0, 1, 2, 3}, OUTCOME, null, 1);

    @Test
    void groupRatesAreSmoothedByTwentyRecordsAtTheBaseRate() {
        GroupRates model = GroupRates.train(TRAINING, List.of("tier"));
        double[] score = model.score(TABLE, new int[] {0, 3, 4});
        assertThat(score).containsExactly(new double[] {(1 + 5) / 22.0, 5 / 21.0, 5 / 21.0}, within(1e-12));
    }

    @Test
    void constantReferencesGiveOneScore() {
        assertThat(BaseRate.train(TRAINING).score(TABLE, new int[] {4, 0})).containsExactly(0.25, 0.25);
        assertThat(Nobody.train(TRAINING).score(TABLE, new int[] {4})).containsExactly(0);
    }

    @Test
    void aCoinTossBelongsToTheRecord() {
        double[] all = new CoinToss(3).score(TABLE, new int[] {0, 1, 2});
        assertThat(new CoinToss(3).score(TABLE, new int[] {2})[0]).isEqualTo(all[2]);
        assertThat(new CoinToss(4).score(TABLE, new int[] {2})[0]).isNotEqualTo(all[2]);
    }

    @Test
    void suppliedScoresAreTurnedRoundOrRefusedByLine() {
        assertThat(new SuppliedScore("points", true, false).score(TABLE, new int[] {0, 1}))
                .containsExactly(-5, -1);
        assertThatThrownBy(() -> new SuppliedScore("points", false, false).score(TABLE, new int[] {2}))
                .hasMessageStartingWith("line 4, column \"points\": the score is missing");
        assertThatThrownBy(() -> new SuppliedScore("points", false, true).score(TABLE, new int[] {0}))
                .hasMessageContaining("no probability");
    }
}
