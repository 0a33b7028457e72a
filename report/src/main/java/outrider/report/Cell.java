package outrider.report;

import java.util.Arrays;

/** What a table of a report shows in one place. How that looks stands in {@code blocks.html}. */
public sealed interface Cell permits Cell.Text, Cell.Number, Cell.Sum, Estimate {
    int LONG_WORD = 24;

    /** The part of the template that draws it. */
    default String form() {
        return getClass().getSimpleName();
    }

    default boolean number() {
        return this instanceof Number || this instanceof Estimate;
    }

    record Text(String text) implements Cell {
        /** Long names may break within, others only between words. */
        public boolean breaks() {
            return Arrays.stream(text.split("\\s+")).anyMatch(word -> word.length() > LONG_WORD);
        }
    }

    record Number(String text) implements Cell {}

    /** A checksum, to be compared letter by letter. */
    record Sum(String text) implements Cell {}
}
