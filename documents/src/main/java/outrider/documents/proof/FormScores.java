package outrider.documents.proof;

import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * What a form says of records, in their order.
 *
 * @param score NaN where it gives none
 * @param version null where it names no release
 */
public record FormScores(double[] score, int[] band, List<@Nullable String> action, int @Nullable [] version) {

    /** Of a table that a recipe scored. */
    static FormScores of(Table scored) {
        Column action = scored.column("action");
        return new FormScores(
                ((NumberColumn) scored.column("score")).values(),
                whole(scored.column("band")),
                IntStream.range(0, scored.size()).mapToObj(action::text).toList(),
                scored.has("version") ? whole(scored.column("version")) : null);
    }

    private static int[] whole(Column column) {
        double[] values = ((NumberColumn) column).values();
        int[] whole = new int[values.length];
        for (int i = 0; i < whole.length; i++) whole[i] = (int) values[i];
        return whole;
    }
}
