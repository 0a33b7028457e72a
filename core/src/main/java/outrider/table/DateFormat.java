package outrider.table;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.DateTimeParseException;
import java.time.format.ResolverStyle;
import java.time.temporal.ChronoField;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A way of writing days: a pattern of {@code uuuu}, {@code MM}, {@code dd} (or {@code M}, {@code d} without leading zeros) and
 * the marks between them; {@code uu} for two digits of a year, {@code MMM} for a month's name in one of seven languages, in full or shortened, which is written in English. A weekday before the day is left off. A time of day after the pattern is left off where {@code timed}.
 */
public final class DateFormat {
    /** The patterns that are looked for, in this order. */
    public static final List<String> KNOWN =
            List.of("uuuu-MM-dd", "dd.MM.uuuu", "dd/MM/uuuu", "MM/dd/uuuu", "uuuu/MM/dd", "d.M.uuuu", "uuuuMMdd");

    /** The patterns that are offered where texts fit them; a month stands for its first day. */
    static final List<String> OFFERED = Stream.concat(
                    KNOWN.stream(),
                    Stream.of(
                            "dd-MM-uuuu",
                            "MM-dd-uuuu",
                            "d/M/uuuu",
                            "M/d/uuuu",
                            "dd.MM.uu",
                            "dd/MM/uu",
                            "MM/dd/uu",
                            "d-MMM-uuuu",
                            "d MMM uuuu",
                            "d-MMM-uu",
                            "d. MMM uuuu",
                            "MMM d, uuuu",
                            "MMM d uuuu",
                            "MMM-uuuu",
                            "MMM uuuu",
                            "MMM-uu",
                            "uuuu-MM",
                            "MM/uuuu",
                            "uuuuMM"))
            .toList();

    public static final String ISO = "uuuu-MM-dd";
    /** Days as spreadsheets count them, 25569 for 1970-01-01. */
    public static final String SERIAL = "serial";

    private static final int SERIAL_OF_1970 = 25_569;
    private static final int LAST_SERIAL = 2_958_465;
    /** Years of two digits are those from 1950 on. */
    private static final int FIRST_SHORT_YEAR = 1950;

    /** No day is written in more letters. */
    private static final int LONGEST = 80;

    private static final Pattern SHORT_YEAR = Pattern.compile("(?<!u)uu(?!u)");
    private static final Pattern TIME = Pattern.compile(
            "[T ]\\s*\\d{1,2}:\\d{2}(:\\d{2}([.,]\\d+)?)?\\s*([AaPp][Mm])?\\s*(Z|UTC|GMT|[-+]\\d{2}(:?\\d{2})?)?$");
    private final String pattern;
    private final @Nullable DateTimeFormatter formatter;
    private final boolean named;

    private DateFormat(String pattern, @Nullable DateTimeFormatter formatter) {
        this.pattern = pattern;
        this.formatter = formatter;
        named = pattern.contains("MMM");
    }

    /** @throws BadInput if the pattern is none or holds no year or month */
    public static DateFormat of(@Nullable String pattern) {
        if (SERIAL.equals(pattern)) return new DateFormat(SERIAL, null);
        String plain = pattern == null ? ISO : pattern.replace('y', 'u');
        try {
            DateTimeFormatter formatter = formatter(plain);
            LocalDate day = LocalDate.of(2026, 11, plain.indexOf('d') < 0 ? 1 : 23);
            if (LocalDate.parse(day.format(formatter), formatter).equals(day)) return new DateFormat(plain, formatter);
        } catch (IllegalArgumentException | DateTimeException e) {
            // refused below
        }
        throw BadInput.of("format", "\"" + pattern + "\" is no way to write a day", "write it like dd.MM.yyyy");
    }

    private static DateTimeFormatter formatter(String pattern) {
        DateTimeFormatterBuilder builder = new DateTimeFormatterBuilder().parseCaseInsensitive();
        Matcher year = SHORT_YEAR.matcher(pattern);
        if (year.find()) {
            if (year.start() > 0) builder.appendPattern(pattern.substring(0, year.start()));
            builder.appendValueReduced(ChronoField.YEAR, 2, 2, FIRST_SHORT_YEAR);
            if (year.end() < pattern.length()) builder.appendPattern(pattern.substring(year.end()));
        } else {
            builder.appendPattern(pattern);
        }
        if (pattern.indexOf('d') < 0) builder.parseDefaulting(ChronoField.DAY_OF_MONTH, 1);
        return builder.toFormatter(Locale.ENGLISH).withResolverStyle(ResolverStyle.STRICT);
    }

    public String pattern() {
        return pattern;
    }

    /** Days since 1970-01-01, or {@link DateColumn#MISSING} if the text is no day. A time of day after it is left off. */
    public int day(String text) {
        if (formatter == null) {
            double serial = Values.decimal(text);
            return serial >= 1 && serial <= LAST_SERIAL
                    ? (int) Math.floor(serial) - SERIAL_OF_1970
                    : DateColumn.MISSING;
        }
        if (text.length() > LONGEST) return DateColumn.MISSING;
        String day = text.strip();
        if (day.indexOf(':') > 0) {
            Matcher time = TIME.matcher(day);
            if (time.find()) day = day.substring(0, time.start());
        }
        day = MonthNames.withoutWeekday(day);
        if (named) day = MonthNames.shortened(day);
        try {
            return (int) LocalDate.parse(day, formatter).toEpochDay();
        } catch (DateTimeParseException e) {
            return DateColumn.MISSING;
        }
    }

    public String text(int day) {
        return formatter == null
                ? Integer.toString(day + SERIAL_OF_1970)
                : LocalDate.ofEpochDay(day).format(formatter);
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
