package outrider.documents.sql;

import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import outrider.base.BadInput;

/** Names, texts and numbers as SQL writes them. */
final class SqlText {
    /** Longer names are cut by PostgreSQL. */
    private static final int LONGEST = 63;

    private SqlText() {}

    static String name(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }

    static String text(String text) {
        if (text.indexOf('\0') >= 0) {
            throw BadInput.of("level", "holds a NUL, which no SQL text may", "take another form");
        }
        return "'" + text.replace("'", "''") + "'";
    }

    static String texts(Collection<String> texts) {
        return texts.stream().map(SqlText::text).collect(Collectors.joining(", ", "(", ")"));
    }

    /** Reads back to the same double. */
    static String number(double value) {
        String text = Double.toString(value);
        String whole = text.indexOf('E') >= 0 ? text : text + "E0";
        return value < 0 ? "(" + whole + ")" : whole;
    }

    /** One line that is part of a comment. */
    static String remark(String words) {
        return words.replaceAll("[\\r\\n]+", " ").replace("*/", "* /");
    }

    /** @throws BadInput if PostgreSQL would take two for one, or one is empty */
    static void demandApart(List<String> names) {
        Map<String, String> seen = new HashMap<>();
        for (String name : names) {
            byte[] bytes = name.getBytes(StandardCharsets.UTF_8);
            String cut = new String(bytes, 0, Math.min(LONGEST, bytes.length), StandardCharsets.ISO_8859_1);
            String other = seen.put(cut, name);
            if (other == null && !name.isEmpty()) continue;
            throw BadInput.of(
                    "column \"" + name + "\"",
                    other == null ? "has no name" : "begins with the same " + LONGEST + " bytes as \"" + other + "\"",
                    "give the columns shorter names in a new brief, or take another form");
        }
    }
}
