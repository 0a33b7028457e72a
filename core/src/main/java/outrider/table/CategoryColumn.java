package outrider.table;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Codes into a list of levels, −1 for missing; {@code ordered} where the levels stand in an order that means something. */
public record CategoryColumn(String name, int[] codes, List<String> levels, boolean ordered) implements Column {
    public CategoryColumn(String name, int[] codes, List<String> levels) {
        this(name, codes, levels, false);
    }

    @Override
    public ColumnType type() {
        return ColumnType.CATEGORY;
    }

    @Override
    public Column gathered(int[] records) {
        return new CategoryColumn(name, gathered(codes, records, -1), levels, ordered);
    }

    static int[] gathered(int[] values, int[] records, int missing) {
        int[] some = new int[records.length];
        for (int i = 0; i < some.length; i++) some[i] = records[i] < 0 ? missing : values[records[i]];
        return some;
    }

    @Override
    public int size() {
        return codes.length;
    }

    @Override
    public boolean isMissing(int record) {
        return codes[record] < 0;
    }

    @Override
    public @Nullable String text(int record) {
        return codes[record] < 0 ? null : levels.get(codes[record]);
    }
}
