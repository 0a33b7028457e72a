package outrider.table;

/** How texts are read as numbers, blanks around them or not. */
final class Values {
    private Values() {}

    /** The number a text stands for, or NaN if it is none. A code such as 0712 is none: its zeros mean something. */
    static double number(String written) {
        String text = bare(written);
        int length = text.length();
        int start = length > 0 && (text.charAt(0) == '-' || text.charAt(0) == '+') ? 1 : 0;
        boolean code = length > start + 1 && text.charAt(start) == '0' && isDigit(text.charAt(start + 1));
        return code ? Double.NaN : decimal(text);
    }

    /** The same for texts with another decimal mark; a text that holds the point as well is none. */
    static double number(String text, char decimal) {
        if (decimal == '.') return number(text);
        return text.indexOf('.') >= 0 ? Double.NaN : number(text.replace(decimal, '.'));
    }

    /** As {@link #number}, with leading zeros allowed: for a column that somebody says is a number. */
    static double decimal(String written) {
        String text = bare(written);
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

    /** Without the blanks around it. */
    static String bare(String text) {
        int from = 0;
        int to = text.length();
        while (from < to && text.charAt(from) == ' ') from++;
        while (from < to && text.charAt(to - 1) == ' ') to--;
        return text.substring(from, to);
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }
}
