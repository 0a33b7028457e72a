package outrider.report;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/** Moments as a report writes them. */
final class ReportTime {
    private static final DateTimeFormatter WORDS =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm 'UTC'").withZone(ZoneOffset.UTC);

    private ReportTime() {}

    /** @param at ISO 8601 */
    static String words(String at) {
        return WORDS.format(Instant.parse(at));
    }
}
