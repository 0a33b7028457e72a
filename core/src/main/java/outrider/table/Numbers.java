package outrider.table;

import java.util.function.DoublePredicate;
import outrider.base.BadInput;

/** Reads a column as numbers that may not be missing. */
public final class Numbers {
    private Numbers() {}

    /**
     * @param allowed what a value must be, besides finite
     * @param remedy what would do, for the refusal
     * @throws BadInput naming the first line whose value is missing, no number, or not allowed
     */
    public static double[] demand(Table table, String name, DoublePredicate allowed, String remedy) {
        Column column = table.column(name);
        double[] values = new double[column.size()];
        for (int i = 0; i < values.length; i++) {
            String text = column.text(i);
            double value = column instanceof NumberColumn numbers
                    ? numbers.values()[i]
                    : text == null ? Double.NaN : Values.decimal(text);
            if (text == null) throw BadInput.atLine(table.lineOf(i), name, "is missing", remedy);
            if (Double.isNaN(value)) {
                throw BadInput.atLine(table.lineOf(i), name, "found \"" + text + "\", no finite number", remedy);
            }
            if (!allowed.test(value)) throw BadInput.atLine(table.lineOf(i), name, "found " + text, remedy);
            values[i] = value;
        }
        return values;
    }
}
