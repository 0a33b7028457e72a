package outrider.formula;

import java.util.Arrays;
import java.util.List;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.TextColumn;

/** Values of an expression, one a record. */
sealed interface Vector {
    int size();

    boolean isMissing(int record);

    /** As a column of a table; true and false become the levels yes and no. */
    Column column(String name);

    /** NaN stands for missing. */
    record Numbers(double[] values) implements Vector {
        @Override
        public int size() {
            return values.length;
        }

        @Override
        public boolean isMissing(int record) {
            return Double.isNaN(values[record]);
        }

        @Override
        public Column column(String name) {
            return new NumberColumn(name, values);
        }
    }

    /** Days since 1970, {@link DateColumn#MISSING} for missing. */
    record Days(int[] values) implements Vector {
        @Override
        public int size() {
            return values.length;
        }

        @Override
        public boolean isMissing(int record) {
            return values[record] == DateColumn.MISSING;
        }

        @Override
        public Column column(String name) {
            return new DateColumn(name, values);
        }
    }

    /** Codes into texts, −1 for missing; {@code ordered} where the texts stand in an order that means something. */
    record Texts(int[] codes, List<String> texts, boolean ordered) implements Vector {
        @Override
        public int size() {
            return codes.length;
        }

        @Override
        public boolean isMissing(int record) {
            return codes[record] < 0;
        }

        @Override
        public Column column(String name) {
            return new CategoryColumn(name, codes, texts, ordered);
        }
    }

    /** 1 true, 0 false, −1 unknown, because a value is missing. */
    record Truths(byte[] values) implements Vector {
        private static final List<String> LEVELS = List.of("yes", "no");

        @Override
        public int size() {
            return values.length;
        }

        @Override
        public boolean isMissing(int record) {
            return values[record] < 0;
        }

        @Override
        public Column column(String name) {
            int[] codes = new int[values.length];
            for (int i = 0; i < codes.length; i++) codes[i] = values[i] < 0 ? -1 : 1 - values[i];
            return new CategoryColumn(name, codes, LEVELS);
        }
    }

    static Vector of(Column column) {
        if (column instanceof NumberColumn numbers) return new Numbers(numbers.values());
        if (column instanceof DateColumn dates) return new Days(dates.days());
        if (column instanceof CategoryColumn levels)
            return new Texts(levels.codes(), levels.levels(), levels.ordered());
        TextColumn texts = (TextColumn) column;
        return new Texts(texts.codes(), texts.texts(), false);
    }

    static Vector same(double value, int size) {
        double[] values = new double[size];
        Arrays.fill(values, value);
        return new Numbers(values);
    }
}
