package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class WithinFoldsTest {
    @Test
    void theErrorIsThatOfTheMeanAndOfOneModelAboutIt() {
        AucUncertainty.Interval alike = AucUncertainty.Interval.mean(
                List.of(AucUncertainty.Interval.of(0.7, 0.04), AucUncertainty.Interval.of(0.7, 0.03)));
        assertThat(alike.auc()).isCloseTo(0.7, within(1e-12));
        assertThat(alike.standardError()).isCloseTo(0.025, within(1e-12));
        AucUncertainty.Interval apart = AucUncertainty.Interval.mean(
                List.of(AucUncertainty.Interval.of(0.6, 0.04), AucUncertainty.Interval.of(0.8, 0.03)));
        double ofOneModel = (0.02 - (0.0016 + 0.0009) / 2) / 2;
        assertThat(apart.standardError()).isCloseTo(Math.sqrt(0.01 + ofOneModel), within(1e-12));
    }

    @Test
    void fewestCountsCustomersThatHaveAnEventOrNone() {
        byte[] outcome = {1, 1, 1, 0, 0, 0};
        assertThat(Sample.of(outcome).fewest()).isEqualTo(3);
        assertThat(new Sample(outcome, null, null, new int[] {0, 0, 0, 0, 4, 5}).fewest())
                .isEqualTo(1);
    }
}
