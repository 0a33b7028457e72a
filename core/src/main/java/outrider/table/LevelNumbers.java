package outrider.table;

import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The first number in each of a column's levels, as somebody reads ranges of amounts: “Less than $20,000”, “1.000–1.999 €”, “500k to 1M”, “65+”. */
final class LevelNumbers {
    private static final Pattern NUMBER =
            Pattern.compile("(?<grouped>[1-9]\\d{0,2}(?:[,. ']\\d{3})+)(?!\\d)|\\d+(?:[.,]\\d+)?");
    /** A number that no thousands can be in, though a mark is. */
    private static final Pattern DECIMAL =
            Pattern.compile("(?<![\\d.,])\\d+(?<mark>[.,])(?!\\d{3}(?!\\d))\\d+|(?<![\\d.,])0(?<zero>[.,])\\d+");

    private static final Pattern THOUSAND = Pattern.compile("(?i)\\dk\\b");
    private static final Pattern MILLION = Pattern.compile("(?i)\\d(?:m|mn|million)\\b");
    private static final Pattern BELOW =
            Pattern.compile("(?i).*(?:<|≤|\\b(?:less|under|below|up to|fewer|lower|at most|before|bis|unter)\\b).*");
    private static final Pattern ABOVE = Pattern.compile("(?i).*(?:>|\\b(?:more than|over|above|after|über)\\b).*");

    private final boolean commas;
    private final boolean points;
    private final boolean multiplied;

    private LevelNumbers(boolean commas, boolean points, boolean multiplied) {
        this.commas = commas;
        this.points = points;
        this.multiplied = multiplied;
    }

    /** @return NaN for a level without a number; what lies below or above its first number is the next double to it */
    static double[] of(List<String> levels) {
        boolean commas = true;
        boolean points = true;
        for (String level : levels) {
            Matcher decimal = DECIMAL.matcher(level);
            while (decimal.find()) {
                String mark = decimal.group("mark") != null ? decimal.group("mark") : decimal.group("zero");
                if (mark.equals(",")) commas = false;
                else points = false;
            }
        }
        boolean multiplied =
                levels.stream().anyMatch(level -> THOUSAND.matcher(level).find());
        LevelNumbers read = new LevelNumbers(commas, points, multiplied);
        return levels.stream().mapToDouble(read::place).toArray();
    }

    private double place(String level) {
        Matcher found = NUMBER.matcher(level);
        if (!found.find()) return Double.NaN;
        double value = number(found);
        if (multiplied) value *= factor(level, found.end());
        if (BELOW.matcher(level.substring(0, found.start())).matches()) return Math.nextDown(value);
        return ABOVE.matcher(level.substring(0, found.start())).matches() ? Math.nextUp(value) : value;
    }

    private double number(Matcher found) {
        String text = found.group();
        if (found.group("grouped") == null) return Double.parseDouble(text.replace(',', '.'));
        String plain = text.replace(" ", "").replace("'", "");
        plain = commas ? plain.replace(",", "") : plain.replace(',', '.');
        return Double.parseDouble(points ? plain.replace(".", "") : plain);
    }

    private static double factor(String level, int end) {
        String unit = level.substring(end - 1).toLowerCase(Locale.ROOT);
        if (THOUSAND.matcher(unit).lookingAt()) return 1e3;
        return MILLION.matcher(unit).lookingAt() ? 1e6 : 1;
    }
}
