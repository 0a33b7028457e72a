package outrider.table;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Texts that people write where they have no value. */
final class MissingTexts {
    private static final Set<String> KNOWN = Set.of(
            "",
            "na",
            "n/a",
            "#n/a",
            "n.a.",
            "n.a",
            "nan",
            "null",
            "(null)",
            "none",
            "nil",
            "<na>",
            "-",
            "--",
            "–",
            "—",
            ".",
            "?",
            "??",
            "missing",
            "unknown",
            "not available",
            "k.a.",
            "k. a.");

    /** Those that nobody writes for “none of it”. */
    private static final Set<String> NOT_KNOWN =
            Set.of("", "na", "n/a", "#n/a", "n.a.", "nan", "null", "(null)", "<na>", "?", "??", "missing", "unknown");

    private static final int LONGEST = 20;

    private static final int FEWEST_CODES = 10;
    private static final Pattern CAPITALS = Pattern.compile("[A-Z][A-Z0-9]*");

    private MissingTexts() {}

    /** Whether it says that a value is not known, rather than that there is nothing. */
    static boolean notKnown(String text) {
        return text.length() <= LONGEST && NOT_KNOWN.contains(text.strip().toLowerCase(Locale.ROOT));
    }

    /** Whether a text is one of a column's codes, though it looks like a word for missing: all of them are as many capitals or digits. */
    static boolean isCode(String text, List<String> levels) {
        if (!CAPITALS.matcher(text).matches()) return false;
        List<String> others = levels.stream().filter(level -> !holds(level)).toList();
        return others.size() >= FEWEST_CODES
                && others.stream()
                        .allMatch(o -> o.length() == text.length()
                                && CAPITALS.matcher(o).matches());
    }

    static boolean holds(String text) {
        int length = text.length();
        // none ends with a digit, and most others do
        if (length > LONGEST || length > 0 && Character.isDigit(text.charAt(length - 1))) return false;
        return KNOWN.contains(text.strip().toLowerCase(Locale.ROOT));
    }
}
