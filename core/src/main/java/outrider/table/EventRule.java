package outrider.table;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Which values of an outcome are the event, where it holds amounts or days rather than levels.
 *
 * @param at the amount; null for {@link EventKind#FILLED}
 */
public record EventRule(EventKind kind, @Nullable Double at) {
    /** What makes a record one with the event. */
    public enum EventKind {
        /** A number above the amount. */
        ABOVE,
        /** A number below the amount. */
        BELOW,
        /** A value, whichever it is; a record without one has no event. */
        FILLED
    }

    public EventRule {
        if (kind == null) throw BadInput.of("when.kind", "is missing", "give above, below or filled");
        if ((at == null) != (kind == EventKind.FILLED)) {
            throw kind == EventKind.FILLED
                    ? BadInput.of("when.at", "is " + at, "leave it out: any value is the event")
                    : BadInput.of("when.at", "is missing", "give the amount");
        }
        if (at != null && !Double.isFinite(at)) throw BadInput.of("when.at", "is " + at, "give a finite number");
    }

    /** The end of a sentence “the event is that the amount …”. */
    public String words() {
        return switch (kind) {
            case ABOVE -> "is above " + NumberColumn.text(amount());
            case BELOW -> "is below " + NumberColumn.text(amount());
            case FILLED -> "is there";
        };
    }

    private double amount() {
        return requireNonNull(at);
    }

    /** 1 for a record with the event, 0 for one without, −1 where that cannot be said. */
    private byte of(Column column, int record) {
        if (kind == EventKind.FILLED) return (byte) (column.isMissing(record) ? 0 : 1);
        if (column.isMissing(record)) return -1;
        double value = ((NumberColumn) column).values()[record];
        return (byte) ((kind == EventKind.ABOVE ? value > amount() : value < amount()) ? 1 : 0);
    }

    private void demandNumbers(Column column) {
        if (kind == EventKind.FILLED || column instanceof NumberColumn) return;
        throw BadInput.of(
                "outcome",
                "\"" + column.name() + "\" is no number, so nothing in it " + words(),
                "read it as a number, or choose levels that are the event");
    }

    /**
     * @param leaveOutMissing whether records without a value are left out; else they are refused, unless being there is the event
     * @param kept by record, whether it counts at all; null for all
     * @return 1 for the event, 0 for another value, −1 for a record left out; one entry a record
     * @throws BadInput if the column is none of numbers, a value is missing, or only one side is left
     */
    public byte[] outcome(Table table, String columnName, boolean leaveOutMissing, boolean @Nullable [] kept) {
        Column column = table.column(columnName);
        demandNumbers(column);
        byte[] outcome = new byte[column.size()];
        int[] counts = new int[3];
        for (int i = 0; i < outcome.length; i++) {
            outcome[i] = kept != null && !kept[i] ? -1 : of(column, i);
            if (outcome[i] < 0 && (kept == null || kept[i]) && !leaveOutMissing) throw Levels.missing(table, column, i);
            counts[outcome[i] + 1]++;
        }
        Levels.demandBoth(columnName, counts, "choose an event that some records have and some do not");
        return outcome;
    }

    /**
     * Outcomes as far as they have arrived. Where being there is the event, no value says nothing unless others have one or {@code brought}.
     *
     * @param brought whether the column came to bring outcomes, so that no value is an outcome too
     * @return as {@link #outcome}
     */
    public byte[] arrived(Column column, boolean brought) {
        byte[] outcome = new byte[column.size()];
        boolean none = column.missing() == column.size();
        if (none && !(kind == EventKind.FILLED && brought)) {
            Arrays.fill(outcome, (byte) -1);
            return outcome;
        }
        demandNumbers(column);
        for (int i = 0; i < outcome.length; i++) outcome[i] = of(column, i);
        return outcome;
    }
}
