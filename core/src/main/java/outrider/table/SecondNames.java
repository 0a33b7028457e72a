package outrider.table;

import java.util.List;

/** Tells whether the first record of a table is a line of names: then no column is of numbers, because each begins with a word. */
final class SecondNames {
    private static final int FEWEST = 2;
    private static final int FEWEST_RECORDS = 3;

    private SecondNames() {}

    /** Whether at least half of the columns, and two, hold a word first and numbers in all that follow, and none holds numbers alone. */
    static boolean in(List<Column> columns) {
        if (columns.stream().anyMatch(c -> c instanceof NumberColumn || c.size() < FEWEST_RECORDS)) return false;
        long alike = columns.stream().filter(SecondNames::wordThenNumbers).count();
        return alike >= FEWEST && 2 * alike >= columns.size();
    }

    private static boolean wordThenNumbers(Column column) {
        if (column instanceof DateColumn) return false;
        String first = column.asWritten(0);
        if (first == null || !Double.isNaN(Values.decimal(first)) || MissingTexts.holds(first)) return false;
        boolean numbers = false;
        for (int i = 1; i < column.size(); i++) {
            String text = column.asWritten(i);
            if (text == null) continue;
            if (Double.isNaN(Values.decimal(text))) return false;
            numbers = true;
        }
        return numbers;
    }
}
