package outrider.table;

import java.util.Locale;
import java.util.Set;

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

    private static final int LONGEST = 20;

    private MissingTexts() {}

    static boolean holds(String text) {
        return text.length() <= LONGEST && KNOWN.contains(text.strip().toLowerCase(Locale.ROOT));
    }
}
