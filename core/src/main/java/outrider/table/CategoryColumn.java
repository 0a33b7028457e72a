package outrider.table;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** Codes into a list of levels; −1 stands for missing. */
public record CategoryColumn(String name, int[] codes, List<String> levels) implements Column {
    @Override
    public ColumnType type() {
        return ColumnType.CATEGORY;
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
