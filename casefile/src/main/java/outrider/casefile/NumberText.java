package outrider.casefile;

import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** How numbers are written in a report: as on the screen, halves up. Undefined ones are "–". */
public final class NumberText {
    public static final String NONE = "–";

    private NumberText() {}

    private static String format(String pattern, double value) {
        DecimalFormat written = new DecimalFormat(pattern, DecimalFormatSymbols.getInstance(Locale.ROOT));
        written.setRoundingMode(RoundingMode.HALF_UP);
        String text = written.format(value);
        return text.startsWith("-") ? "−" + text.substring(1) : text;
    }

    /** Whole where it is whole, else to a tenth. */
    public static String count(double value) {
        return format(Math.abs(value - Math.rint(value)) < 1e-9 ? "#,##0" : "#,##0.0", value);
    }

    public static String percent(@Nullable Double share) {
        return share == null ? NONE : format("0.0", 100 * share) + " %";
    }

    public static String fixed(@Nullable Double value, int digits) {
        return value == null ? NONE : format("0." + "0".repeat(digits), value);
    }

    public static String score(@Nullable Double value) {
        return value == null ? NONE : format(Math.abs(value) >= 100 ? "0.0" : "0.0000", value);
    }

    public static String money(String currency, @Nullable Double value) {
        if (value == null) return NONE;
        String amount = format("#,##0", Math.abs(value));
        return (value < 0 && !amount.equals("0") ? "−" : "") + currency + amount;
    }

    public static String money(BriefFile brief, @Nullable Double value) {
        return money(brief.asked().words().currency(), value);
    }

    public static String gain(BriefFile brief, @Nullable Double value) {
        return gain(brief.asked().words().currency(), value);
    }

    /** As few digits as it takes. */
    public static String number(double value) {
        return format("#,##0.####", value);
    }

    /** A measure's name in the midst of a sentence. */
    public static String measure(String name) {
        return Glossary.entry(name).inWords();
    }

    /** A share with its interval. */
    public static String percent(Double share, @Nullable Double low, @Nullable Double high) {
        return percent(share) + " (" + percent(low) + " to " + percent(high) + ")";
    }

    /** An amount a record, to the cent. */
    public static String price(String currency, double value) {
        return (value < 0 ? "−" : "") + currency + format("#,##0.00", Math.abs(value));
    }

    public static String gain(String currency, @Nullable Double value) {
        return value != null && Math.rint(value) > 0 ? "+" + money(currency, value) : money(currency, value);
    }
}
