package outrider.table;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;

/** How texts are read as numbers and dates. */
final class Values {
    private Values() {}

    /** The numbers that all texts stand for, or null if one of them is not a finite decimal number. */
    static double[] numbers(List<String> texts) {
        double[] numbers = new double[texts.size()];
        for (int i = 0; i < numbers.length; i++) {
            double value = number(texts.get(i));
            if (Double.isNaN(value)) return null;
            numbers[i] = value;
        }
        return numbers;
    }

    /** The number a text stands for, or NaN if it is none. A code such as 0712 is none: its zeros mean something. */
    static double number(String text) {
        int length = text.length();
        int start = length > 0 && (text.charAt(0) == '-' || text.charAt(0) == '+') ? 1 : 0;
        boolean code = length > start + 1 && text.charAt(start) == '0' && isDigit(text.charAt(start + 1));
        return code ? Double.NaN : decimal(text);
    }

    /** As {@link #number}, with leading zeros allowed: for a column that somebody says is a number. */
    static double decimal(String text) {
        if (text.isEmpty()) return Double.NaN;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (!isDigit(c) && c != '.' && c != '-' && c != '+' && c != 'e' && c != 'E') return Double.NaN;
        }
        try {
            double value = Double.parseDouble(text);
            return Double.isInfinite(value) ? Double.NaN : value;
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    /** The days since 1970-01-01 of ISO dates (2026-03-31), or null if one text is none. */
    static int[] days(List<String> texts) {
        int[] days = new int[texts.size()];
        for (int i = 0; i < days.length; i++) {
            String text = texts.get(i);
            if (text.length() != 10 || text.charAt(4) != '-') return null;
            try {
                days[i] = (int) LocalDate.parse(text).toEpochDay();
            } catch (DateTimeParseException e) {
                return null;
            }
        }
        return days;
    }
}
