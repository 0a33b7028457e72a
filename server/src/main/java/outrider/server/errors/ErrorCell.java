package outrider.server.errors;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Records of one outcome, or of both, in a stretch of the ranking.
 *
 * @param from rank after which it begins, {@code to} the rank with which it ends, from the highest score
 * @param event whether events or the others; null for both
 */
record ErrorCell(double from, double to, @Nullable Boolean event) {
    private static final Pattern WRITTEN = Pattern.compile("([0-9.]+)-([0-9.]+)-(event|other|both)");

    /** @throws BadInput if it is not written as “0-900-event” */
    static ErrorCell parse(String text) {
        Matcher found = WRITTEN.matcher(text);
        if (!found.matches()) throw refusal(text);
        double from = number(found.group(1), text);
        double to = number(found.group(2), text);
        if (!(from < to)) throw refusal(text);
        String outcome = found.group(3);
        return new ErrorCell(from, to, outcome.equals("both") ? null : (Boolean) outcome.equals("event"));
    }

    private static double number(String written, String text) {
        try {
            return Double.parseDouble(written);
        } catch (NumberFormatException e) {
            throw refusal(text);
        }
    }

    private static BadInput refusal(String text) {
        return BadInput.of(
                "cell",
                "is \"" + text + "\"",
                "write ranks from and to and an outcome: 0-900-event, 0-900-other, 0-900-both");
    }

    /** @param middle rank of a record among those of equal score */
    boolean holds(double middle, byte outcome) {
        return middle > from && middle <= to && (event == null || event == (outcome == 1));
    }
}
