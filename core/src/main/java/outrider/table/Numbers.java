package outrider.table;

import java.util.function.DoublePredicate;
import java.util.stream.IntStream;
import outrider.base.BadInput;

/** Reads a column as numbers that may not be missing. */
public final class Numbers {
    private Numbers() {}

    /**
     * The column's own values where it holds numbers: not to be changed.
     *
     * @param allowed what a value must be, besides finite
     * @param remedy what would do, for the refusal
     * @throws BadInput naming the first line whose value is missing, no number, or not allowed
     */
    public static double[] demand(Table table, String name, DoublePredicate allowed, String remedy) {
        if (table.column(name) instanceof NumberColumn numbers && allFit(numbers.values(), allowed)) {
            return numbers.values();
        }
        int[] rows = IntStream.range(0, table.size()).toArray();
        return demand(table, name, rows, allowed, remedy);
    }

    private static boolean allFit(double[] values, DoublePredicate allowed) {
        for (double value : values) if (!Double.isFinite(value) || !allowed.test(value)) return false;
        return true;
    }

    /** The same of some records; the others are not looked at. */
    public static double[] demand(Table table, String name, int[] rows, DoublePredicate allowed, String remedy) {
        Column column = table.column(name);
        double[] values = new double[rows.length];
        for (int at = 0; at < rows.length; at++) {
            int i = rows[at];
            double value = column instanceof NumberColumn numbers ? numbers.values()[i] : Double.NaN;
            if (Double.isFinite(value) && allowed.test(value)) {
                values[at] = value;
                continue;
            }
            String text = column.text(i);
            if (text == null) throw BadInput.atLine(table.lineOf(i), name, "is missing", remedy);
            if (!(column instanceof NumberColumn)) value = Values.decimal(text);
            if (Double.isNaN(value)) {
                throw BadInput.atLine(table.lineOf(i), name, "found \"" + text + "\", no finite number", remedy);
            }
            if (!allowed.test(value)) throw BadInput.atLine(table.lineOf(i), name, "found " + text, remedy);
            values[at] = value;
        }
        return values;
    }
}
