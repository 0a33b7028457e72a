package outrider.table;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.time.format.ResolverStyle;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A way of writing days: a pattern of {@code uuuu}, {@code MM}, {@code dd} (or {@code M}, {@code d} without leading zeros) and
 * the marks between them. A time of day after the pattern is left off where {@code timed}.
 */
public final class DateFormat {
    /** The patterns that are looked for, in this order. */
    public static final List<String> KNOWN =
            List.of("uuuu-MM-dd", "dd.MM.uuuu", "dd/MM/uuuu", "MM/dd/uuuu", "uuuu/MM/dd", "d.M.uuuu", "uuuuMMdd");

    public static final String ISO = "uuuu-MM-dd";
    private final String pattern;
    private final DateTimeFormatter formatter;

    private DateFormat(String pattern, DateTimeFormatter formatter) {
        this.pattern = pattern;
        this.formatter = formatter;
    }

    /** @throws BadInput if the pattern is none or holds no year, month or day */
    public static DateFormat of(@Nullable String pattern) {
        String plain = pattern == null ? ISO : pattern.replace('y', 'u');
        try {
            DateTimeFormatter formatter =
                    DateTimeFormatter.ofPattern(plain, Locale.ROOT).withResolverStyle(ResolverStyle.STRICT);
            LocalDate day = LocalDate.of(2026, 11, 23);
            if (LocalDate.parse(day.format(formatter), formatter).equals(day)) return new DateFormat(plain, formatter);
        } catch (IllegalArgumentException | java.time.DateTimeException e) {
            // refused below
        }
        throw BadInput.of("format", "\"" + pattern + "\" is no way to write a day", "write it like dd.MM.yyyy");
    }

    public String pattern() {
        return pattern;
    }

    /** Days since 1970-01-01, or {@link DateColumn#MISSING} if the text is no day. A time of day after it is left off. */
    public int day(String text) {
        int end = text.length();
        for (int i = 6; i < end; i++) {
            char c = text.charAt(i);
            if (c == 'T' || c == ' ') end = i;
        }
        try {
            return (int) LocalDate.parse(text.substring(0, end), formatter).toEpochDay();
        } catch (DateTimeParseException e) {
            return DateColumn.MISSING;
        }
    }

    public String text(int day) {
        return LocalDate.ofEpochDay(day).format(formatter);
    }

    /** Whether every text is such a day and would be written by it letter by letter. */
    boolean writes(Iterable<String> texts) {
        for (String text : texts) {
            if (text.length() < 8 || text.length() > 10 || text.charAt(0) < '0' || text.charAt(0) > '9') return false;
            int day = day(text);
            if (day == DateColumn.MISSING || !text(day).equals(text)) return false;
        }
        return true;
    }

    /** The only known pattern that writes all texts, or null: none does, or day and month could be either. */
    static @Nullable DateFormat writing(Iterable<String> texts) {
        DateFormat found = null;
        for (String pattern : KNOWN) {
            DateFormat format = of(pattern);
            if (!format.writes(texts)) continue;
            if (found != null && !sameDays(found, format, texts)) return null;
            if (found == null) found = format;
        }
        return found;
    }

    private static boolean sameDays(DateFormat a, DateFormat b, Iterable<String> texts) {
        for (String text : texts) if (a.day(text) != b.day(text)) return false;
        return true;
    }
}
