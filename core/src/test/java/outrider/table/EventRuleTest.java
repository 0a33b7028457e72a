package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;
import outrider.table.EventRule.EventKind;

class EventRuleTest {
    private static final double GONE = Double.NaN;
    private static final Column PAID = new NumberColumn("paid", new double[] {0, 3.5, -2, GONE, 0});
    private static final Column LEFT =
            new DateColumn("left", new int[] {DateColumn.MISSING, 20_000, DateColumn.MISSING, 20_010, 0});
    private static final Column NEVER =
            new DateColumn("never", new int[] {DateColumn.MISSING, DateColumn.MISSING, DateColumn.MISSING});

    private static Table table(Column... columns) {
        return new Table(List.of(columns), null);
    }

    @Test
    void amountsAboveOrBelowAreTheEventAndWhereNoneIsThereItCannotBeSaid() {
        assertThat(new EventRule(EventKind.ABOVE, 0.0).outcome(table(PAID), "paid", true, null))
                .containsExactly(0, 1, 0, -1, 0);
        assertThat(new EventRule(EventKind.BELOW, 0.0).outcome(table(PAID), "paid", true, null))
                .containsExactly(0, 0, 1, -1, 0);
        boolean[] kept = {true, true, false, false, true};
        assertThat(new EventRule(EventKind.ABOVE, 0.0).outcome(table(PAID), "paid", false, kept))
                .containsExactly(0, 1, -1, -1, 0);
        assertThatThrownBy(() -> new EventRule(EventKind.ABOVE, 0.0).outcome(table(PAID), "paid", false, null))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("the outcome is missing");
        assertThatThrownBy(() -> new EventRule(EventKind.ABOVE, 9.0).outcome(table(PAID), "paid", true, null))
                .hasMessageContaining("no record has the event");
        assertThatThrownBy(() -> new EventRule(EventKind.ABOVE, -9.0).outcome(table(PAID), "paid", true, null))
                .hasMessageContaining("every record has the event");
        assertThatThrownBy(() -> new EventRule(EventKind.ABOVE, 0.0).outcome(table(LEFT), "left", true, null))
                .hasMessage("outcome: \"left\" is no number, so nothing in it is above 0;"
                        + " read it as a number, or choose levels that are the event");
    }

    @Test
    void aValueIsTheEventWhicheverItIs() {
        EventRule filled = new EventRule(EventKind.FILLED, null);
        assertThat(filled.outcome(table(LEFT), "left", false, null)).containsExactly(0, 1, 0, 1, 1);
        assertThat(filled.outcome(table(PAID), "paid", false, null)).containsExactly(1, 1, 1, 0, 1);
        assertThatThrownBy(() -> filled.outcome(table(NEVER), "never", false, null))
                .hasMessageContaining("no record has the event");
    }

    /** Not yet there is no outcome; with a file that brings outcomes nothing is one. */
    @Test
    void ofABatchOnlyWhatHasArrivedCounts() {
        EventRule filled = new EventRule(EventKind.FILLED, null);
        assertThat(filled.arrived(NEVER, false)).containsExactly(-1, -1, -1);
        assertThat(filled.arrived(NEVER, true)).containsExactly(0, 0, 0);
        assertThat(filled.arrived(LEFT, false)).containsExactly(0, 1, 0, 1, 1);
        assertThat(new EventRule(EventKind.ABOVE, 1.0).arrived(NEVER, true)).containsExactly(-1, -1, -1);
        assertThatThrownBy(() -> new EventRule(EventKind.ABOVE, 1.0).arrived(LEFT, true))
                .hasMessageContaining("\"left\" is no number");
        assertThat(new EventRule(EventKind.ABOVE, 1.0).arrived(PAID, false)).containsExactly(0, 1, 0, -1, 0);
    }

    @ParameterizedTest
    @CsvSource({"ABOVE, , at", "FILLED, 3, at", "BELOW, NaN, at", ", 3, kind"})
    void aRuleSaysAllThatItNeedsAndNoMore(EventKind kind, Double at, String field) {
        assertThatThrownBy(() -> new EventRule(kind, at))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith("when." + field + ": is ");
    }
}
