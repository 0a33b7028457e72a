package outrider.table;

import org.jspecify.annotations.Nullable;

/** Finite doubles; NaN stands for missing. {@code written} is null where no file wrote them. */
public record NumberColumn(
        String name, double[] values, @Nullable OriginalText written) implements Column {
    public NumberColumn(String name, double[] values) {
        this(name, values, null);
    }

    @Override
    public ColumnType type() {
        return ColumnType.NUMBER;
    }

    @Override
    public Column gathered(int[] records) {
        double[] some = new double[records.length];
        for (int i = 0; i < some.length; i++) some[i] = records[i] < 0 ? Double.NaN : values[records[i]];
        return new NumberColumn(name, some);
    }

    @Override
    public int size() {
        return values.length;
    }

    @Override
    public boolean isMissing(int record) {
        return Double.isNaN(values[record]);
    }

    @Override
    public @Nullable String text(int record) {
        double value = values[record];
        return Double.isNaN(value) ? null : text(value);
    }

    @Override
    public @Nullable String asWritten(int record) {
        if (written == null || Double.isNaN(values[record])) return text(record);
        return written.text(record, values[record]);
    }

    @Override
    public String format() {
        return written == null ? "." : String.valueOf(written.decimal());
    }

    /** The shortest text that reads back to the same bits, whole numbers without a point. */
    public static String text(double value) {
        long whole = (long) value;
        boolean plain = whole == value && Math.abs(whole) < 1L << 53 && (whole != 0 || 1 / value > 0);
        return plain ? Long.toString(whole) : Double.toString(value);
    }
}
