package outrider.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;

class WatchLimitTest {
    private static final SignedFigures.Told NONE = new SignedFigures.Told(null, null, null);

    private static BatchFigures batch(SignedFigures.Told capture, double psi, double chance, int acted) {
        Stability score = new Stability("score", psi, List.of(), new double[0], new double[0], 0, chance, null);
        SignedFigures.Told gain = new SignedFigures.Told(0.4, 0.3, 0.5);
        return new BatchFigures(
                1000,
                acted,
                1000,
                80,
                score,
                List.of(),
                new SignedFigures.Measures(capture, NONE, NONE, gain, NONE, null),
                null,
                false);
    }

    @ParameterizedTest
    @CsvSource({
        "0.40, 0.35, 0.45, HOLDS",
        "0.31, 0.26, 0.36, HOLDS",
        "0.30, 0.25, 0.35, WITHIN_CHANCE",
        "0.25, 0.20, 0.31, WITHIN_CHANCE",
        "0.25, 0.20, 0.30, CROSSED",
        "0.25, , , CROSSED"
    })
    void aLowerLimitIsCrossedWhereTheWholeIntervalLiesBelow(
            double value, Double low, Double high, WatchLimit.Standing expected) {
        WatchLimit limit = new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.31, WatchLimit.Every.QUARTER);
        assertThat(limit.of(batch(new SignedFigures.Told(value, low, high), 0, 0, 0)))
                .isEqualTo(expected);
        assertThat(limit.of(batch(NONE, 0, 0, 0))).isEqualTo(WatchLimit.Standing.UNKNOWN);
        assertThat(limit.words()).isEqualTo("at least 31 %");
    }

    @Test
    void anIndexThatChanceMayGiveCrossesNothing() {
        WatchLimit limit = new WatchLimit(Watched.SCORE_STABILITY, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.WEEK);
        assertThat(limit.of(batch(NONE, 0.08, 0.02, 0))).isEqualTo(WatchLimit.Standing.HOLDS);
        assertThat(limit.of(batch(NONE, 0.14, 0.02, 0))).isEqualTo(WatchLimit.Standing.CROSSED);
        assertThat(limit.of(batch(NONE, 0.14, 0.20, 0))).isEqualTo(WatchLimit.Standing.WITHIN_CHANCE);
        assertThat(new WatchLimit(Watched.INPUT_STABILITY, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.WEEK)
                        .of(batch(NONE, 0.14, 0.02, 0)))
                .isEqualTo(WatchLimit.Standing.UNKNOWN);
    }

    /** 130 of 1,000: Wilson's interval is 0.1106 to 0.1522. */
    @Test
    void theShareActedOnIsDoubtedAsAShare() {
        BatchFigures batch = batch(NONE, 0, 0, 130);
        SignedFigures.Told told = Watched.ACTED_SHARE.of(batch);
        assertThat(told.low()).isBetween(0.1105, 0.1107);
        assertThat(told.high()).isBetween(0.1521, 0.1523);
        assertThat(new WatchLimit(Watched.ACTED_SHARE, WatchLimit.Side.AT_MOST, 0.12, WatchLimit.Every.WEEK).of(batch))
                .isEqualTo(WatchLimit.Standing.WITHIN_CHANCE);
        assertThat(new WatchLimit(Watched.ACTED_SHARE, WatchLimit.Side.AT_MOST, 0.11, WatchLimit.Every.WEEK).of(batch))
                .isEqualTo(WatchLimit.Standing.CROSSED);
    }

    @Test
    void gainsAreOfAThousandRecords() {
        WatchLimit limit = new WatchLimit(Watched.GAIN, WatchLimit.Side.AT_LEAST, 350.0, WatchLimit.Every.MONTH);
        assertThat(limit.of(batch(NONE, 0, 0, 0))).isEqualTo(WatchLimit.Standing.HOLDS);
        assertThat(limit.written(Watched.GAIN.of(batch(NONE, 0, 0, 0)).value())).isEqualTo("400");
    }

    @Test
    void sharesAreSharesAndDaysFollowTheCalendar() {
        assertThatThrownBy(() -> new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 31.0, WatchLimit.Every.WEEK))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("limit on capture rate at the cut: is 31.0; give 0 to 1");
        assertThatThrownBy(
                        () -> new WatchLimit(Watched.LIFT, WatchLimit.Side.AT_LEAST, Double.NaN, WatchLimit.Every.WEEK))
                .isInstanceOf(BadInput.class);
        assertThatThrownBy(() -> new WatchLimit(Watched.LIFT, WatchLimit.Side.AT_LEAST, null, WatchLimit.Every.WEEK))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("limit on lift at the cut: is missing");
        assertThat(WatchLimit.Every.MONTH.after(LocalDate.of(2027, 1, 31))).isEqualTo("2027-02-28");
    }
}
