package outrider.table;

import org.jspecify.annotations.Nullable;

/**
 * One named column of a table, its values in primitives. Missing is a state of its own: it is neither zero nor the
 * empty text. Immutable by convention: callers do not write to the arrays.
 */
public sealed interface Column permits NumberColumn, CategoryColumn, DateColumn, TextColumn {
    String name();

    ColumnType type();

    int size();

    boolean isMissing(int record);

    /** The value as a level: numbers in their shortest form, dates in ISO form; null where it is missing. */
    @Nullable
    String text(int record);

    /** The value letter by letter as its file had it; null where it is missing. */
    default @Nullable String asWritten(int record) {
        return text(record);
    }

    /** How its file wrote it: the decimal mark of numbers, the pattern of dates; null for the others. */
    default @Nullable String format() {
        return null;
    }

    /**
     * The values of some records, in the order given; a record may be named more than once, and −1 gives a missing value. How they were
     * written is not kept.
     */
    Column gathered(int[] records);

    default int missing() {
        int count = 0;
        for (int i = 0; i < size(); i++) if (isMissing(i)) count++;
        return count;
    }
}
