package outrider.errors;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * What the records of a group share in one column: a level, a range, or no value.
 *
 * @param level of a category; null otherwise
 * @param from lowest value, {@code to} highest; null where it is open there, both null where it is no range. Days since 1970-01-01
 *     for dates
 */
public record Condition(
        String column,
        Kind kind,
        @Nullable String level,
        @Nullable Double from,
        @Nullable Double to) {
    private static final int DIGITS = 4;

    /** What a condition speaks of. */
    public enum Kind {
        LEVEL,
        NUMBERS,
        DATES,
        MISSING
    }

    static Condition missing(String column) {
        return new Condition(column, Kind.MISSING, null, null, null);
    }

    static Condition level(String column, String level) {
        return new Condition(column, Kind.LEVEL, level, null, null);
    }

    /** “age 30 to 42”, “joined_on before 2019-03-01”, “tier: gold”, “rides: missing”. */
    public String words() {
        return switch (kind) {
            case MISSING -> column + ": missing";
            case LEVEL -> column + ": " + level;
            case NUMBERS, DATES -> {
                if (from == null) yield column + " up to " + written(to);
                if (to == null) yield column + " from " + written(from);
                yield from.equals(to)
                        ? column + " = " + written(from)
                        : column + " " + written(from) + " to " + written(to);
            }
        };
    }

    private String written(@Nullable Double value) {
        if (value == null) return "";
        if (kind == Kind.DATES) return LocalDate.ofEpochDay(value.longValue()).toString();
        BigDecimal exact = BigDecimal.valueOf(value);
        boolean whole = value == Math.rint(value);
        BigDecimal shown = whole ? exact : exact.round(new MathContext(DIGITS));
        return shown.signum() == 0 ? "0" : shown.stripTrailingZeros().toPlainString();
    }
}
