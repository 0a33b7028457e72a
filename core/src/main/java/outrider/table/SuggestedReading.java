package outrider.table;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a column nearly is: a number or a day in all but a few texts, or one of which some values stand for missing or are written in
 * several ways. Never applied unasked.
 *
 * @param reading null where its texts can be read in more ways than one: then somebody chooses
 * @param records that hold one of the texts that would stand for missing or become another level
 * @param ways what the texts can stand for; empty where there is one way only
 * @param marks whether what would stand for missing is some texts that people write for no value, and all else is sure
 */
public record SuggestedReading(@Nullable Reading reading, int records, List<Choice> ways, boolean marks) {
    public SuggestedReading {
        if (ways == null) ways = List.of();
    }

    /**
     * One of several ways to read a column.
     *
     * @param examples of its own texts, each with what it would stand for
     */
    public record Choice(Reading reading, List<String> examples) {}

    /**
     * The reading that somebody would want who looks at the column's texts, or the ways that fit them; null for none.
     *
     * @param dialect of the file, whose other columns may tell its decimal mark; null where every type is the file's own
     */
    public static @Nullable SuggestedReading of(Column column, @Nullable Dialect dialect) {
        return SuggestedReadings.of(column, dialect);
    }
}
