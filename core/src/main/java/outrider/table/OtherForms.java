package outrider.table;

import java.util.Locale;
import java.util.regex.Pattern;
import outrider.base.BadInput;

/** What is brought in place of a table of texts, and refused. */
final class OtherForms {
    private static final Pattern JSON = Pattern.compile("[\\[{]\\s*(?:[\\[{]\\s*)*\"[^\"]*\"\\s*[:,\\]}]");
    private static final Pattern MARKUP =
            Pattern.compile("<(?:[?!]|html|head|body|table|meta)", Pattern.CASE_INSENSITIVE);

    private OtherForms() {}

    static boolean parts(char letter) {
        return letter == '\t' || letter == '\n' || letter == '\r' || letter == '\f';
    }

    static void refuseBinary(String text) {
        int odd = 0;
        int end = text.indexOf(Remarks.END_OF_FILE) == text.length() - 1 ? text.length() - 1 : text.length();
        for (int i = 0; i < end; i++) {
            char c = text.charAt(i);
            if (c < ' ' && !parts(c)) odd++;
        }
        if (odd > 0 && odd > text.length() / 1000) {
            throw BadInput.of(
                    "file",
                    "is not a text file: it holds bytes that stand for no letters",
                    "bring CSV or TSV, plain or gzip, or Parquet; export a spreadsheet as CSV first");
        }
    }

    /** Texts of other kinds than tables by how they begin. */
    static void refuse(String text) {
        String begin = text.substring(0, Math.min(text.length(), 500)).stripLeading();
        String form = JSON.matcher(begin).lookingAt()
                ? "JSON"
                : MARKUP.matcher(begin).lookingAt() ? "HTML or XML" : declaresRelation(text) ? "ARFF" : null;
        if (form == null) return;
        throw BadInput.of(
                "file",
                "is " + form + " and no table",
                "export it as CSV: a line of names, then a line for each record");
    }

    private static boolean declaresRelation(String text) {
        return text.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty() && !line.startsWith("%"))
                .findFirst()
                .filter(line -> line.toLowerCase(Locale.ROOT).startsWith("@relation"))
                .isPresent();
    }
}
