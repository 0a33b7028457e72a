package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.follow.WatchLimit;

/**
 * What the author of a report says; the figures are not among it.
 *
 * @param startsOn first day of acting, ISO; null where nobody said
 * @param words by paragraph; a name in braces stands for a figure of the report
 * @param today the candidate by which one acts today; null where nobody is acted on
 * @param todayRecords how many of validation's records one acts on today; null for as many as are proposed
 */
public record AuthorText(
        @Nullable String startsOn,
        Map<Paragraph, String> words,
        @Nullable String today,
        @Nullable Double todayRecords,
        List<Watch> monitoring) {
    public static final AuthorText EMPTY = new AuthorText(null, Map.of(), null, null, List.of());
    private static final int LONGEST = 4000;
    private static final int MOST_WATCHES = 30;

    /**
     * A line of the monitoring plan: what is looked at, the limit, how often, by whom.
     *
     * @param rule the same for the program to watch, which the words then follow; null for a line that only people look at
     */
    public record Watch(
            String what,
            String limit,
            String every,
            String who,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            WatchLimit rule) {
        public Watch {
            if (rule != null) {
                what = rule.measure().words();
                limit = rule.words();
                every = rule.every().words();
            }
            what = line("what", what);
            limit = line("limit", limit);
            every = line("every", every);
            who = line("who", who);
        }

        public boolean whole() {
            return !what.isEmpty() && !limit.isEmpty() && !every.isEmpty() && !who.isEmpty();
        }
    }

    public AuthorText {
        Map<Paragraph, String> kept = new TreeMap<>();
        if (words != null) {
            words.forEach((paragraph, text) -> {
                if (text == null || text.isBlank()) return;
                if (text.length() > LONGEST) {
                    throw BadInput.of(paragraph.jsonName(), "is longer than 4,000 letters", "shorten it");
                }
                kept.put(paragraph, text.strip());
            });
        }
        words = kept;
        monitoring = monitoring == null ? List.of() : List.copyOf(monitoring);
        if (monitoring.size() > MOST_WATCHES) {
            throw BadInput.of("monitoring", "has more than 30 lines", "watch fewer things");
        }
        if (startsOn != null && !startsOn.matches("\\d{4}-\\d{2}-\\d{2}")) {
            throw BadInput.of("startsOn", "is \"" + startsOn + "\"", "give a day like 2026-03-31");
        }
        if (todayRecords != null && !(todayRecords >= 0)) {
            throw BadInput.of("todayRecords", "is " + todayRecords, "give 0 or more");
        }
    }

    public String said(Paragraph paragraph) {
        return words.getOrDefault(paragraph, "");
    }

    private static String line(String field, String text) {
        if (text == null) return "";
        if (text.length() > 200) throw BadInput.of(field, "is longer than 200 letters", "shorten it");
        return text.strip();
    }
}
