package outrider.table;

import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A way of writing numbers, named by an example: the marks of “1,234.5”, then what each carries, if anything ({@link NumberSign}); in brackets
 * where brackets stand for a minus, with “-” behind its digits where a minus may stand there. “1:23:45” are parts of sixty, counted in the last one:
 * seconds where the text has three, and where it has two minutes or seconds; “1h 23m” are named parts of a time, counted in minutes.
 * Thousands may go on in pairs, as in 12,34,567.
 *
 * @param thousands the mark between thousands; null for none. A blank stands for blanks of every width
 * @param unit null for none
 * @param grouped what a number with such marks looks like
 */
record NumberFormat(
        String name,
        char decimal,
        @Nullable Character thousands,
        NumberSign sign,
        @Nullable String unit,
        Pattern grouped) {
    static final String PLAIN_NAME = "1234.5";
    /** Hours, minutes and seconds. */
    static final String SIXTY = "1:23:45";
    /** Named parts of a time. */
    static final String NAMED = "1h 23m";

    /** Of a number of several digits: 2- is a grade. */
    private static final Pattern MINUS_BEHIND = Pattern.compile("\\d[.,' ]?\\d+ ?-");

    private static final Pattern SIDE = Pattern.compile("(?i)(.*?) ?(cr|dr)");
    private static final List<String> CORES =
            List.of(PLAIN_NAME, "1234,5", "1,234.5", "1.234,5", "1 234.5", "1 234,5", "1'234.5", "1'234,5");
    private static final Pattern NAME =
            Pattern.compile("\\(?(1[,. ']?234[.,]5)(\\)|-)?( [%¤].*| (?:CR|DR),.*| [\\p{L}°µ][\\p{L}²³/°µ]{0,11})?");
    private static final Pattern UNIT = Pattern.compile("[-+]?\\d[\\d.,' ]*+([\\p{L}°µ][\\p{L}²³/°µ]{0,11})");
    private static final Pattern LEADING_ZERO = Pattern.compile("0\\d");
    private static final Pattern CODE = Pattern.compile("\\b[A-Z]{3}\\b");
    private static final char[] BLANKS = {0x00A0, 0x2007, 0x2009, 0x202F};
    private static final Set<String> CODES = Currency.getAvailableCurrencies().stream()
            .map(Currency::getCurrencyCode)
            .collect(Collectors.toSet());

    /** All of them, the plainest first. */
    static final List<NumberFormat> KNOWN = Stream.of(
                    Stream.of(NumberSign.NONE, NumberSign.PERCENT, NumberSign.CURRENCY)
                            .flatMap(sign -> CORES.stream()
                                    .flatMap(core -> Stream.of(core, "(" + core + ")", core + "-")
                                            .map(digits -> digits + sign.behind(core)))),
                    Stream.of(
                                    NumberSign.PERCENT_OR_SHARE,
                                    NumberSign.PERCENT_OR_NONE,
                                    NumberSign.CREDIT,
                                    NumberSign.DEBIT)
                            .flatMap(sign -> CORES.stream().map(core -> core + sign.behind(core))),
                    Stream.of(SIXTY, NAMED))
            .flatMap(names -> names)
            .map(NumberFormat::of)
            .toList();

    /** @throws BadInput if it names none */
    static NumberFormat of(@Nullable String name) {
        if (name == null) return of(PLAIN_NAME);
        if (name.equals(SIXTY)) return new NumberFormat(SIXTY, '.', null, NumberSign.NONE, null, TimeParts.SIXTY);
        if (name.equals(NAMED)) return new NumberFormat(NAMED, '.', null, NumberSign.NONE, null, TimeParts.NAMED);
        Matcher found = NAME.matcher(name);
        if (!found.matches() || name.startsWith("(") != name.contains(")") || !CORES.contains(found.group(1))) {
            throw unknown(name);
        }
        String core = found.group(1);
        String behind = found.group(3) == null ? "" : found.group(3);
        NumberSign sign = Stream.of(NumberSign.values())
                .filter(s -> s != NumberSign.UNIT && s.behind(core).equals(behind))
                .findFirst()
                .orElse(NumberSign.UNIT);
        if (sign == NumberSign.UNIT && (behind.contains(" %") || behind.contains(" ¤") || behind.contains(","))) {
            throw unknown(name);
        }
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
                sign,
                sign == NumberSign.UNIT ? behind.strip() : null,
                Pattern.compile("[-+]?" + digits + "(" + point + "\\d+)?"));
    }

    private static BadInput unknown(String name) {
        return BadInput.of(
                "format",
                "is \"" + name + "\"",
                "choose one of " + String.join("  ", CORES)
                        + ", with \" %\" or \" ¤\" after it where a sign is, or a unit such as \" km\"; in brackets where these stand for a minus, or with \"-\" behind the digits; \"1234.5 % or 0.5\" or \"1234.5 % or 50\" where some carry a percent sign and the others are shares or percent; \"1234.5 CR, -1234.5 DR\" or \"1234.5 DR, -1234.5 CR\"; "
                        + SIXTY + " or " + NAMED);
    }

    boolean currency() {
        return sign == NumberSign.CURRENCY;
    }

    private boolean brackets() {
        return name.startsWith("(");
    }

    /** Whether a minus may stand behind the digits. */
    private boolean minusBehind() {
        return name.startsWith("5-", name.indexOf("5"));
    }

    /** The number that a text stands for; a percentage as it is written, 12.5 % as 12.5. NaN if it is none. */
    double number(String text) {
        if (name.equals(PLAIN_NAME)) return Values.decimal(text);
        if (name.equals(SIXTY)) return TimeParts.sixty(Values.bare(text));
        String rest = plain(text).strip();
        if (name.equals(NAMED)) return TimeParts.minutes(rest);
        boolean below = brackets() && rest.startsWith("(") && rest.endsWith(")");
        if (below) rest = rest.substring(1, rest.length() - 1).strip();
        boolean shares = false;
        switch (sign) {
            case PERCENT, PERCENT_OR_SHARE, PERCENT_OR_NONE -> {
                boolean marked = rest.endsWith("%");
                if (sign == NumberSign.PERCENT && !marked) return Double.NaN;
                if (marked) rest = rest.substring(0, rest.length() - 1).strip();
                shares = sign == NumberSign.PERCENT_OR_SHARE && !marked;
            }
            case CURRENCY -> {
                rest = rest.replace(sign(rest), "").strip();
                if (rest.startsWith("- ")) rest = "-" + rest.substring(2);
            }
            case CREDIT, DEBIT -> {
                Matcher side = SIDE.matcher(rest);
                boolean sided = rest.endsWith("r") || rest.endsWith("R");
                if (!sided || !side.matches() || side.group(1).startsWith("-")) return core(rest) == 0 ? 0 : Double.NaN;
                rest = side.group(1);
                below = side.group(2).equalsIgnoreCase("dr") == (sign == NumberSign.CREDIT);
            }
            case UNIT, NONE -> {
                if (unit != null) {
                    String bare = withoutUnit(rest, unit);
                    if (bare == null) return Double.NaN;
                    rest = bare;
                }
            }
        }
        if (minusBehind() && rest.endsWith("-") && !rest.startsWith("-")) {
            rest = "-" + rest.substring(0, rest.length() - 1).strip();
        }
        double value = core(rest);
        if (shares) value = Math.abs(value) <= 1 ? Values.decimal(rest.replace(decimal, '.') + "e2") : Double.NaN;
        return below ? 0 - value : value;
    }

    /** Whether some of the texts hold what this way of writing is for, where a plainer one may fit as well. */
    boolean isSeenIn(Collection<String> texts) {
        if (name.equals(NAMED))
            return texts.stream()
                            .flatMap(text -> TimeParts.named(plain(text).strip()))
                            .distinct()
                            .count()
                    > 1;
        Predicate<String> marked;
        switch (sign) {
            case PERCENT_OR_SHARE, PERCENT_OR_NONE ->
                marked = text -> text.strip().endsWith("%");
            case CREDIT, DEBIT -> marked = text -> number(text) < 0;
            default -> {
                return !minusBehind()
                        || texts.stream()
                                .anyMatch(text ->
                                        MINUS_BEHIND.matcher(plain(text)).find());
            }
        }
        return texts.stream().anyMatch(marked) && texts.stream().anyMatch(text -> mayWrite(text) && !marked.test(text));
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

    /** A number written so, without marks between thousands; of parts of sixty to the next whole one. */
    String text(double value) {
        if (name.equals(SIXTY)) return TimeParts.sixtyText(value);
        if (name.equals(NAMED)) return TimeParts.namedText(value);
        boolean sided = sign == NumberSign.CREDIT || sign == NumberSign.DEBIT;
        String digits = NumberColumn.text(sided ? Math.abs(value) : value).replace('.', decimal);
        return digits
                + switch (sign) {
                    case NONE, CURRENCY -> "";
                    case PERCENT, PERCENT_OR_SHARE, PERCENT_OR_NONE -> NumberSign.PERCENT.form;
                    case CREDIT, DEBIT -> value < 0 == (sign == NumberSign.CREDIT) ? " DR" : " CR";
                    case UNIT -> " " + unit;
                };
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
