package outrider.server.release;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup;
import outrider.casefile.ReleaseDocument;
import outrider.exchange.ScoringRecipe;
import outrider.table.CategoryColumn;
import outrider.table.Table;

/** Columns of a release, with what training had in them. */
final class ReleaseColumns {
    /** Of a column with more levels nobody says which are known. */
    private static final int MOST_LEVELS = 5000;

    private ReleaseColumns() {}

    static List<ReleaseDocument.Column> of(
            ScoringRecipe recipe, Table table, int[] training, Function<String, ColumnSetup> setups) {
        List<ReleaseDocument.Column> columns = new ArrayList<>();
        for (ScoringRecipe.Need need : recipe.columns()) {
            ColumnSetup setup = setups.apply(need.name());
            columns.add(new ReleaseDocument.Column(
                    need.name(),
                    need.type(),
                    setup.knownAfterDays(),
                    setup.knownWhere(),
                    setup.meaning(),
                    table.column(need.name()) instanceof CategoryColumn levels ? levels(levels, training) : null));
        }
        return columns;
    }

    private static @Nullable List<String> levels(CategoryColumn column, int[] training) {
        boolean[] seen = new boolean[column.levels().size()];
        for (int row : training) if (column.codes()[row] >= 0) seen[column.codes()[row]] = true;
        TreeSet<String> levels = new TreeSet<>();
        for (int i = 0; i < seen.length; i++)
            if (seen[i]) levels.add(column.levels().get(i));
        return levels.size() > MOST_LEVELS ? null : List.copyOf(levels);
    }
}
