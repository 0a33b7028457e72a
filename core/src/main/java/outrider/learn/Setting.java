package outrider.learn;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.NumberColumn;

/**
 * One thing that can be set of a kind of candidate.
 *
 * @param name as documents have it
 * @param label as people read it
 * @param sentence what it does
 * @param range of a number; null for others
 * @param initial the value where none is given; null where one must be
 * @param choices of {@link Type#CHOICE}
 * @param mayBeFound whether {@link #AS_NEEDED} may stand for the number
 */
public record Setting(
        String name,
        String label,
        String sentence,
        Type type,
        @Nullable Range range,
        @Nullable Object initial,
        List<Choice> choices,
        boolean mayBeFound) {
    /** Stands in documents for a number that the program is to find. */
    public static final String AS_NEEDED = "asNeeded";

    /** What a setting holds. */
    public enum Type {
        NUMBER,
        WHOLE,
        CHOICE,
        YES_NO,
        COLUMN,
        COLUMNS,
        /** Columns of numbers, none or more. */
        NUMBERS,
        CANDIDATES
    }

    /** From where to where, both included. */
    public record Range(double low, double high) {
        private String words() {
            return NumberColumn.text(low) + " to " + NumberColumn.text(high);
        }
    }

    /** A value and its words. */
    public record Choice(String value, String words) {}

    public static Setting number(String name, String label, String sentence, double low, double high, double initial) {
        return new Setting(name, label, sentence, Type.NUMBER, new Range(low, high), initial, List.of(), false);
    }

    /** A number that the program finds by itself unless it is told. */
    public static Setting found(String name, String label, String sentence, double low, double high) {
        return new Setting(name, label, sentence, Type.NUMBER, new Range(low, high), AS_NEEDED, List.of(), true);
    }

    public static Setting whole(String name, String label, String sentence, int low, int high, int initial) {
        return new Setting(name, label, sentence, Type.WHOLE, new Range(low, high), initial, List.of(), false);
    }

    public static Setting foundWhole(String name, String label, String sentence, int low, int high) {
        return new Setting(name, label, sentence, Type.WHOLE, new Range(low, high), AS_NEEDED, List.of(), true);
    }

    /** @param choices value, words, value, words …; the first is the initial one */
    public static Setting choice(String name, String label, String sentence, String... choices) {
        List<Choice> all = java.util.stream.IntStream.range(0, choices.length / 2)
                .mapToObj(i -> new Choice(choices[2 * i], choices[2 * i + 1]))
                .toList();
        return new Setting(name, label, sentence, Type.CHOICE, null, choices[0], all, false);
    }

    /** @param yes and {@code no}: the two values in words */
    public static Setting yes(
            String name, String label, String sentence, @Nullable Boolean initial, String yes, String no) {
        List<Choice> words = List.of(new Choice("true", yes), new Choice("false", no));
        return new Setting(name, label, sentence, Type.YES_NO, null, initial, words, false);
    }

    public static Setting numbers(String name, String label, String sentence) {
        return new Setting(name, label, sentence, Type.NUMBERS, null, List.of(), List.of(), false);
    }

    public static Setting of(Type type, String name, String label, String sentence) {
        return new Setting(name, label, sentence, type, null, null, List.of(), false);
    }

    /**
     * The value as this setting holds it.
     *
     * @throws BadInput naming the setting, if it is of another type or out of range
     */
    Object checked(@Nullable Object value) {
        return switch (type) {
            case NUMBER, WHOLE -> number(value);
            case CHOICE -> {
                if (choices.stream().anyMatch(choice -> choice.value().equals(value))) yield requireNonNull(value);
                throw wrong(
                        value,
                        "choose one of: " + choices.stream().map(Choice::value).collect(Collectors.joining(", ")));
            }
            case YES_NO -> {
                if (value instanceof Boolean) yield value;
                throw wrong(value, "say true or false");
            }
            case COLUMN -> {
                if (value instanceof String text && !text.isBlank()) yield text;
                throw wrong(value, "choose a column");
            }
            case COLUMNS -> list(value, String.class, "choose at least one column");
            case NUMBERS ->
                value instanceof List<?> none && none.isEmpty()
                        ? List.of()
                        : list(value, String.class, "choose columns of numbers");
            case CANDIDATES ->
                list(value, Number.class, "choose at least two candidates").stream()
                        .map(id -> ((Number) id).longValue())
                        .toList();
        };
    }

    private List<?> list(@Nullable Object value, Class<?> of, String wayOut) {
        if (value instanceof List<?> list && !list.isEmpty() && list.stream().allMatch(of::isInstance)) {
            return List.copyOf(list);
        }
        throw wrong(value, wayOut);
    }

    private Object number(@Nullable Object value) {
        if (mayBeFound && AS_NEEDED.equals(value)) return AS_NEEDED;
        boolean whole = type == Type.WHOLE;
        Range allowed = requireNonNull(range);
        String way = "give a " + (whole ? "whole number" : "number") + " from " + allowed.words()
                + (mayBeFound ? ", or " + AS_NEEDED : "");
        if (!(value instanceof Number given)) throw wrong(value, way);
        double number = given.doubleValue();
        boolean inside = number >= allowed.low() && number <= allowed.high();
        if (!inside || whole && number != Math.rint(number)) throw wrong(value, way);
        if (whole) return (int) number;
        return number;
    }

    private BadInput wrong(@Nullable Object value, String wayOut) {
        return BadInput.of(name, value == null ? "is missing" : "is " + shown(value), wayOut);
    }

    private static String shown(@Nullable Object value) {
        if (AS_NEEDED.equals(value)) return "as needed";
        return value instanceof Number number ? NumberColumn.text(number.doubleValue()) : String.valueOf(value);
    }

    /** The value in words, with the label where it needs one. */
    String words(@Nullable Object value) {
        return switch (type) {
            case CHOICE, YES_NO ->
                choices.stream()
                        .filter(choice -> choice.value().equals(String.valueOf(value)))
                        .map(Choice::words)
                        .findFirst()
                        .orElse(label + " " + value);
            case COLUMNS -> "by " + String.join(" × ", items(value));
            case COLUMN -> String.valueOf(value);
            case NUMBERS -> label + " " + String.join(", ", items(value));
            case CANDIDATES -> "of " + items(value).size() + " candidates";
            default -> label + " " + shown(value);
        };
    }

    public static List<Setting> all(List<Setting> first, Setting... more) {
        return java.util.stream.Stream.concat(Arrays.stream(more), first.stream())
                .toList();
    }

    private static List<String> items(@Nullable Object value) {
        return ((List<?>) requireNonNull(value)).stream().map(String::valueOf).toList();
    }
}
