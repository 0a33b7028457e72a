package outrider.table;

import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A way of writing numbers, named by an example: the marks of “1,234.5”, then “%” where each carries a percent sign, or “¤” where it may carry
 * one currency sign, or a unit that each carries (“1234.5 km”), in the singular too where it ends in s; in brackets where brackets stand for a minus. “1:23:45” are parts of sixty, counted in the last one: seconds where the text
 * has three, and where it has two minutes or seconds. Thousands may go on in pairs, as in 12,34,567.
 *
 * @param thousands the mark between thousands; null for none. A blank stands for blanks of every width
 * @param unit null for none
 * @param grouped what a number with such marks looks like
 */
record NumberFormat(
        String name,
        char decimal,
        @Nullable Character thousands,
        boolean percent,
        boolean currency,
        @Nullable String unit,
        Pattern grouped) {
    static final String PLAIN_NAME = "1234.5";
    /** Hours, minutes and seconds. */
    static final String SIXTY = "1:23:45";

    private static final Pattern PARTS = Pattern.compile("(-?)(\\d{1,9})((?::[0-5]\\d){1,2})");
    private static final List<String> CORES =
            List.of(PLAIN_NAME, "1234,5", "1,234.5", "1.234,5", "1 234.5", "1 234,5", "1'234.5", "1'234,5");
    private static final String PERCENT = " %";
    private static final String CURRENCY = " ¤";
    private static final Pattern NAME =
            Pattern.compile("\\(?(1[,. ']?234[.,]5)\\)?( [%¤]| [\\p{L}°µ][\\p{L}²³/°µ]{0,11})?");
    private static final Pattern UNIT = Pattern.compile("[-+]?\\d[\\d.,' ]*+([\\p{L}°µ][\\p{L}²³/°µ]{0,11})");
    private static final Pattern LEADING_ZERO = Pattern.compile("0\\d");
    private static final Pattern CODE = Pattern.compile("\\b[A-Z]{3}\\b");
    private static final char[] BLANKS = {0x00A0, 0x2007, 0x2009, 0x202F};
    private static final Set<String> CODES = Currency.getAvailableCurrencies().stream()
            .map(Currency::getCurrencyCode)
            .collect(Collectors.toSet());

    /** All of them, the plainest first. */
    static final List<NumberFormat> KNOWN = Stream.concat(
                    Stream.of("", PERCENT, CURRENCY)
                            .flatMap(sign ->
                                    CORES.stream().flatMap(core -> Stream.of(core + sign, "(" + core + ")" + sign))),
                    Stream.of(SIXTY))
            .map(NumberFormat::of)
            .toList();

    /** @throws BadInput if it names none */
    static NumberFormat of(@Nullable String name) {
        if (name == null) return of(PLAIN_NAME);
        if (name.equals(SIXTY)) return new NumberFormat(SIXTY, '.', null, false, false, null, PARTS);
        Matcher found = NAME.matcher(name);
        if (!found.matches() || name.startsWith("(") != name.contains(")") || !CORES.contains(found.group(1))) {
            throw BadInput.of(
                    "format",
                    "is \"" + name + "\"",
                    "choose one of " + String.join("  ", CORES)
                            + ", with \" %\" or \" ¤\" after it where a sign is, or a unit such as \" km\", in brackets where these stand for a minus, or "
                            + SIXTY);
        }
        String core = found.group(1);
        String sign = found.group(2) == null ? "" : found.group(2);
        char decimal = core.charAt(core.length() - 2);
        Character thousands = core.length() > PLAIN_NAME.length() ? (Character) core.charAt(1) : null;
        String digits = "\\d{1,3}";
        if (thousands != null) {
            String mark = Pattern.quote(String.valueOf(thousands));
            digits = "(\\d{1,3}(" + mark + "\\d{3})*|\\d{1,2}(" + mark + "\\d{2})+" + mark + "\\d{3})";
        }
        String point = Pattern.quote(String.valueOf(decimal));
        return new NumberFormat(
                name,
                decimal,
                thousands,
                sign.equals(PERCENT),
                sign.equals(CURRENCY),
                sign.isEmpty() || sign.equals(PERCENT) || sign.equals(CURRENCY) ? null : sign.strip(),
                Pattern.compile("[-+]?" + digits + "(" + point + "\\d+)?"));
    }

    private boolean brackets() {
        return name.startsWith("(");
    }

    /** The number that a text stands for; a percentage as it is written, 12.5 % as 12.5. NaN if it is none. */
    double number(String text) {
        if (name.equals(PLAIN_NAME)) return Values.decimal(text);
        if (name.equals(SIXTY)) return parts(Values.bare(text));
        String rest = plain(text).strip();
        boolean below = brackets() && rest.startsWith("(") && rest.endsWith(")");
        if (below) rest = rest.substring(1, rest.length() - 1).strip();
        if (percent) {
            if (!rest.endsWith("%")) return Double.NaN;
            rest = rest.substring(0, rest.length() - 1).strip();
        }
        if (currency) {
            rest = rest.replace(sign(rest), "").strip();
            if (rest.startsWith("- ")) rest = "-" + rest.substring(2);
        }
        if (unit != null) {
            String bare = withoutUnit(rest, unit);
            if (bare == null) return Double.NaN;
            rest = bare;
        }
        double value = core(rest);
        return below ? 0 - value : value;
    }

    private static @Nullable String withoutUnit(String text, String unit) {
        if (text.endsWith(unit))
            return text.substring(0, text.length() - unit.length()).strip();
        String one = unit.endsWith("s") && unit.length() > 2 ? unit.substring(0, unit.length() - 1) : unit;
        return text.endsWith(one)
                ? text.substring(0, text.length() - one.length()).strip()
                : null;
    }

    /** The unit that most of some texts carry, in the plural where it has one; null for none, and where they carry several. */
    static @Nullable String unit(Collection<String> texts) {
        Set<String> units = new TreeSet<>();
        for (String text : texts) {
            Matcher found = UNIT.matcher(plain(text).strip());
            // a code, and no amount
            if (LEADING_ZERO.matcher(text).lookingAt()) return null;
            if (found.matches()) units.add(found.group(1));
        }
        if (units.size() == 2) units.removeIf(unit -> units.contains(unit + "s"));
        return units.size() == 1 ? units.iterator().next() : null;
    }

    /** All with that unit. */
    static List<NumberFormat> ofUnit(String unit) {
        return CORES.stream().map(core -> of(core + " " + unit)).toList();
    }

    /** Whether somebody may have written a number so: as {@link #number}, and nobody parts thousands after a lone zero. */
    boolean mayWrite(String text) {
        if (Double.isNaN(number(text))) return false;
        if (thousands == null) return true;
        String plain = plain(text);
        for (int at = plain.indexOf(thousands); at >= 0; at = plain.indexOf(thousands, at + 1)) {
            boolean zero = at > 0 && plain.charAt(at - 1) == '0';
            if (zero && (at == 1 || !Character.isDigit(plain.charAt(at - 2)))) return false;
        }
        return true;
    }

    private static double parts(String text) {
        Matcher found = PARTS.matcher(text);
        if (!found.matches()) return Double.NaN;
        long value = Long.parseLong(found.group(2));
        for (String part : found.group(3).substring(1).split(":")) value = 60 * value + Long.parseLong(part);
        return found.group(1).isEmpty() ? value : 0.0 - value;
    }

    /** A number written so, without marks between thousands; of parts of sixty to the next whole one. */
    String text(double value) {
        if (name.equals(SIXTY)) {
            long whole = Math.round(Math.abs(value));
            return (value < 0 ? "-" : "")
                    + String.format(Locale.ROOT, "%d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60);
        }
        return NumberColumn.text(value).replace('.', decimal) + (percent ? PERCENT : unit == null ? "" : " " + unit);
    }

    /** With plain blanks, minus signs and apostrophes. */
    private static String plain(String text) {
        String plain = text;
        for (char blank : BLANKS) plain = plain.replace(blank, ' ');
        return plain.replace('\u2212', '-').replace('\u2019', '\'');
    }

    private double core(String text) {
        if (thousands != null) {
            if (!grouped.matcher(text).matches()) return Values.number(text, decimal);
            return Values.decimal(text.replace(String.valueOf(thousands), "").replace(decimal, '.'));
        }
        if (decimal == '.') return Values.decimal(text);
        return text.indexOf('.') >= 0 ? Double.NaN : Values.decimal(text.replace(decimal, '.'));
    }

    /** The currency sign or code that a text carries; empty for none. */
    static String sign(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (Character.getType(text.charAt(i)) == Character.CURRENCY_SYMBOL) return text.substring(i, i + 1);
        }
        Matcher code = CODE.matcher(text);
        return code.find() && CODES.contains(code.group()) ? code.group() : "";
    }
}
