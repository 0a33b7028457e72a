package outrider.split;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;

class SplitTest {
    private static final double[] SHARES = {0.5, 0.25, 0.25};

    private static byte[] outcome() {
        byte[] outcome = new byte[1003];
        for (int i = 0; i < outcome.length; i += 11) outcome[i] = 1;
        return outcome;
    }

    @Test
    void eachClassIsCutByShareAndEveryRecordHasOnePart() {
        byte[] outcome = outcome();
        Parts parts = Split.stratified(outcome, SHARES, 5);
        int[] training = parts.training();
        int[] validation = parts.validation();
        int[] reserve = parts.reserve(new SealOpening("approver", Instant.EPOCH, "a", 0.1));
        assertThat(IntStream.of(training).map(r -> outcome[r]).sum()).isEqualTo(46);
        assertThat(IntStream.of(validation).map(r -> outcome[r]).sum()).isEqualTo(23);
        assertThat(IntStream.of(reserve).map(r -> outcome[r]).sum()).isEqualTo(23);
        assertThat(IntStream.concat(
                        IntStream.of(training), IntStream.concat(IntStream.of(validation), IntStream.of(reserve))))
                .doesNotHaveDuplicates()
                .hasSize(1003);
    }

    @Test
    void unitsOfAPartAreCountedOnceAnOutcome() {
        Parts parts = Parts.restore(new byte[] {0, 0, 0, 1, 1, -1, 2, 0});
        byte[] outcome = {1, 1, 0, 1, 0, 1, 0, 1};
        int[] unit = {0, 0, 0, 3, 3, 5, 3, 7};
        assertThat(parts.unitsBeforeSealing(outcome, unit, 1)).containsExactly(2, 1, 0);
        assertThat(parts.unitsBeforeSealing(outcome, unit, 0)).containsExactly(1, 1, 1);
        assertThat(parts.eventsBeforeSealing(outcome)).containsExactly(3, 1, 0);
    }

    @Test
    void theSeedDecidesAndNothingElse() {
        assertThat(Split.stratified(outcome(), SHARES, 5).stored())
                .isEqualTo(Split.stratified(outcome(), SHARES, 5).stored())
                .isNotEqualTo(Split.stratified(outcome(), SHARES, 6).stored());
    }

    @Test
    void theReserveStaysSealedWithoutAnOpening() {
        Parts parts = Split.stratified(outcome(), SHARES, 5);
        assertThatThrownBy(() -> parts.reserve(null)).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void roundingGivesTheLargestRemaindersTheirRecord() {
        assertThat(Split.largestRemainder(7, SHARES)).containsExactly(3, 2, 2);
        assertThat(Split.largestRemainder(1, SHARES)).containsExactly(1, 0, 0);
    }

    @Test
    void sharesThatDoNotAddUpAreRefused() {
        assertThatThrownBy(() -> Split.stratified(outcome(), new double[] {0.5, 0.5, 0.5}, 1))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("together 1");
    }
}
