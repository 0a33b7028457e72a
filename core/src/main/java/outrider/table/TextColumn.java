package outrider.table;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Free text, as codes into its different texts; −1 stands for missing, "" is a text like any other. {@code texts} may make each
 * text as it is asked for.
 */
public record TextColumn(String name, int[] codes, List<String> texts) implements Column {

    /** @param values null for missing */
    public static TextColumn of(String name, String... values) {
        TextPool pool = new TextPool();
        int[] codes = new int[values.length];
        for (int i = 0; i < codes.length; i++) codes[i] = values[i] == null ? -1 : pool.code(values[i]);
        return new TextColumn(name, codes, pool.texts());
    }

    @Override
    public ColumnType type() {
        return ColumnType.TEXT;
    }

    @Override
    public Column gathered(int[] records) {
        return new TextColumn(name, CategoryColumn.gathered(codes, records, -1), texts);
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
        return codes[record] < 0 ? null : texts.get(codes[record]);
    }
}
