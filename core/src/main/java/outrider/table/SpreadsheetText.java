package outrider.table;

import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Texts that a spreadsheet would take for a formula. Where a comma-separated file leaves, one apostrophe more stands before them,
 * the mark by which spreadsheets know a text; where one is read, one apostrophe less. What was written so reads back equal.
 */
public final class SpreadsheetText {
    private static final Pattern NUMBER =
            Pattern.compile("[-+][\\d.,'\\s]*\\d[\\d.,'\\s]*(?:[eE][-+]?\\d+)?\\s*[%\\p{Sc}]?");

    private SpreadsheetText() {}

    /** A cell as it is written. A number with its sign, or a sign alone, is no formula. */
    public static @Nullable String harmless(@Nullable String cell) {
        if (cell == null || cell.length() < 2) return cell;
        char first = cell.charAt(0);
        if (first == '\'') return isMarked(cell) ? "'" + cell : cell;
        return begins(first) && !NUMBER.matcher(cell).matches() ? "'" + cell : cell;
    }

    private static boolean isMarked(String cell) {
        return isMarked(cell.toCharArray(), 0, cell.length());
    }

    /** Whether a cell begins with apostrophes before what begins a formula, so that the first of them is no part of it. */
    static boolean isMarked(char[] cell, int offset, int length) {
        int at = 0;
        while (at < length && cell[offset + at] == '\'') at++;
        return at > 0 && at < length && begins(cell[offset + at]);
    }

    private static boolean begins(char c) {
        return c == '=' || c == '+' || c == '-' || c == '@' || c == '\t' || c == '\r';
    }
}
