package outrider.server.errors;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Records of one outcome, or of both, in a stretch of the ranking or of the scores.
 *
 * @param scores whether it is a stretch of scores, both ends counted; else of ranks
 * @param from rank after which it begins, {@code to} the rank with which it ends, from the highest score; or the lowest and the highest score
 * @param event whether events or the others; null for both
 */
record ErrorCell(
        boolean scores, double from, double to, @Nullable Boolean event) {
    private static final Pattern RANKS = Pattern.compile("([0-9.]+)-([0-9.]+)-(event|other|both)");
    private static final Pattern SCORES =
            Pattern.compile("score:(-?[0-9.]+(?:[eE]-?[0-9]+)?)_(-?[0-9.]+(?:[eE]-?[0-9]+)?):(event|other|both)");

    /** @throws BadInput if it is not written as “0-900-event” or “score:0.2_0.4:both” */
    static ErrorCell parse(String text) {
        boolean scores = text.startsWith("score:");
        Matcher found = (scores ? SCORES : RANKS).matcher(text);
        if (!found.matches()) throw refusal(text);
        double from = number(found.group(1), text);
        double to = number(found.group(2), text);
        if (scores ? from > to : from >= to) throw refusal(text);
        String outcome = found.group(3);
        return new ErrorCell(scores, from, to, outcome.equals("both") ? null : (Boolean) outcome.equals("event"));
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
                "write ranks or scores from and to, and an outcome: 0-900-event, 0-900-other, score:0.2_0.4:both");
    }

    /** @param middle rank of a record among those of equal score */
    boolean holds(double middle, double score, byte outcome) {
        boolean within = scores ? score >= from && score <= to : middle > from && middle <= to;
        return within && (event == null || event == (outcome == 1));
    }
}
