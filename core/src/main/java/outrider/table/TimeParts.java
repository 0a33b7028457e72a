package outrider.table;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Lengths of time that are written in parts. */
final class TimeParts {
    static final Pattern SIXTY = Pattern.compile("(-?)(\\d{1,9})((?::[0-5]\\d){1,2})");
    static final Pattern NAMED = Pattern.compile("(-?)"
            + Stream.of("d(?:ays?)?", "h(?:(?:ou)?rs?)?", "m(?:in(?:ute)?s?)?", "s(?:ec(?:ond)?s?)?")
                    .map(part -> "(?:(\\d{1,9}) ?" + part + ")?")
                    .collect(Collectors.joining(" ?")));
    private static final double[] MINUTES = {1440, 60, 1};

    private TimeParts() {}

    /** Of “1:23:45” and “23:45”, counted in the last part; NaN if it is none. */
    static double sixty(String text) {
        Matcher found = SIXTY.matcher(text);
        if (!found.matches()) return Double.NaN;
        long value = Long.parseLong(found.group(2));
        for (String part : found.group(3).substring(1).split(":")) value = 60 * value + Long.parseLong(part);
        return found.group(1).isEmpty() ? value : 0.0 - value;
    }

    /** Of “1d 2h 3m 4s”, any of them, in minutes; NaN if it is none. */
    static double minutes(String text) {
        Matcher found = NAMED.matcher(text);
        if (!found.matches() || text.length() <= found.end(1)) return Double.NaN;
        double sum = 0;
        for (int part = 0; part < MINUTES.length; part++) {
            if (found.group(part + 2) != null) sum += MINUTES[part] * Long.parseLong(found.group(part + 2));
        }
        if (found.group(5) != null) sum += Long.parseLong(found.group(5)) / 60.0;
        return found.group(1).isEmpty() ? sum : 0 - sum;
    }

    /** Which parts such a text names; none if it is none. */
    static Stream<Integer> named(String text) {
        Matcher found = NAMED.matcher(text);
        return found.matches()
                ? IntStream.rangeClosed(2, 5)
                        .filter(part -> found.group(part) != null)
                        .boxed()
                : Stream.of();
    }

    /** To the next whole last part. */
    static String sixtyText(double value) {
        long whole = Math.round(Math.abs(value));
        return sign(value) + String.format(Locale.ROOT, "%d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60);
    }

    /** To the next whole second. */
    static String namedText(double minutes) {
        long seconds = Math.round(60 * Math.abs(minutes));
        String rest = seconds % 60 == 0 ? "" : " " + seconds % 60 + "s";
        return sign(minutes) + seconds / 3600 + "h " + seconds / 60 % 60 + "m" + rest;
    }

    private static String sign(double value) {
        return value < 0 ? "-" : "";
    }
}
