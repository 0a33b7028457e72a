package outrider.table;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.Reader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import outrider.table.Dialect.Encoding;

/** Finds out from a file's first bytes how it is written. */
final class DialectFinder {
    /** Of so few records not even codes need stand twice. */
    private static final int FEW_RECORDS = 10;

    private static final char[] DELIMITERS = {',', ';', '\t', '|'};
    /** Parts fields where no other mark does and words do not: three fields or more, as many in each record, none of them empty. */
    static final char BLANK = ' ';

    private static final int FEWEST_BETWEEN_BLANKS = 3;
    private static final char[] QUOTES = {'"', '\''};
    private static final int ROWS = 200;
    /** So many lines above the names are found. */
    private static final int MOST_ABOVE = 30;

    private static final Pattern COMMA = Pattern.compile("[-+]?\\d+,\\d+");
    private static final Pattern POINT = Pattern.compile("[-+]?\\d+\\.\\d+");
    /** A mark that parts decimals or thousands. */
    private static final Pattern EITHER = Pattern.compile("[-+]?[1-9]\\d{0,2}[.,]\\d{3}");
    /** Marks that part thousands, with or without decimals. */
    private static final Pattern COMMA_THOUSANDS =
            Pattern.compile("[-+]?\\d{1,3}(,\\d{3}){2,}|[-+]?\\d{1,3}(,\\d{3})+\\.\\d+");

    private static final Pattern POINT_THOUSANDS =
            Pattern.compile("[-+]?\\d{1,3}(\\.\\d{3}){2,}|[-+]?\\d{1,3}(\\.\\d{3})+,\\d+");
    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d+([.,]\\d+)?");
    private static final Pattern WHOLE = Pattern.compile("\\d{1,9}");
    private static final Pattern DAY = Pattern.compile("\\d{1,4}[-./]\\d{1,2}[-./]\\d{1,4}.*");

    private DialectFinder() {}

    /**
     * @param head the first bytes, unpacked
     * @param whole whether they are all there are
     * @throws BadInput if they are no text
     */
    static Dialect find(byte[] head, boolean whole) throws IOException {
        boolean plain = isPlain(head);
        Encoding encoding = plain ? Encoding.UTF_8 : encoding(head, whole);
        String text = decode(head, encoding);
        if (!plain) OtherForms.refuseBinary(text);
        OtherForms.refuse(text);
        Found first = find(text, encoding, whole);
        for (int above = 1; !first.begins() && above <= MOST_ABOVE; above++) {
            String rest = below(text, above);
            if (rest.isEmpty()) break;
            Found found = find(rest, encoding, whole);
            if (!found.begins()) continue;
            return found.leavesOut(text.substring(0, text.length() - rest.length()))
                    ? found.dialect.below(above)
                    : first.dialect;
        }
        return first.dialect;
    }

    /** A text without its first lines. */
    static String below(String text, int lines) {
        int at = 0;
        for (int i = 0; i < lines; i++) {
            int end = text.indexOf('\n', at);
            if (end < 0) return "";
            at = end + 1;
        }
        return text.substring(at);
    }

    /** @param rows the first ones */
    private record Found(Dialect dialect, List<List<String>> rows) {
        /** Whether the first row has as many fields as most have, and is no title with empty fields beside it. */
        boolean begins() {
            int fields = commonest(rows).getKey();
            return rows.size() > 1
                    && fields > 1
                    && rows.get(0).size() == fields
                    && (fields == 2 || filled(rows.get(0)) > 1);
        }

        /** Whether each line of a text that stands above is a title, a remark or empty. */
        boolean leavesOut(String above) {
            int fields = commonest(rows).getKey();
            return DialectFinder.rows(above, dialect, true).stream()
                    .allMatch(row -> filled(row) < 2 && (row.size() < fields || fields > 2)
                            || row.size() < fields && row.get(0).startsWith("#"));
        }

        private static long filled(List<String> row) {
            return row.stream().filter(field -> !field.isBlank()).count();
        }
    }

    private static Found find(String text, Encoding encoding, boolean whole) {
        Dialect best = Dialect.PLAIN;
        List<List<String>> bestRows = List.of();
        double bestScore = -1;
        boolean quoted = quoteWithinRows(text);
        for (char quote : QUOTES) {
            if (quote == '\'' && !quoted) continue;
            for (char delimiter : DELIMITERS) {
                if (quote == '\'' && marksTexts(text, delimiter)) continue;
                boolean padded = Padding.in(text, delimiter, quote);
                Dialect tried = new Dialect(delimiter, quote, encoding, '.', true, false, padded, 0);
                List<List<String>> rows = rows(text, tried, whole);
                double score = score(rows);
                if (score > bestScore + 1e-9) {
                    bestScore = score;
                    best = tried;
                    bestRows = rows;
                }
            }
        }
        if (bestScore < 1) {
            Dialect blanks = new Dialect(BLANK, best.quote(), encoding, '.', true);
            List<List<String>> rows = rows(text, blanks, whole);
            if (betweenBlanks(rows)) {
                best = blanks;
                bestRows = rows;
            }
        }
        int told = decimalTold(bestRows);
        char decimal = told < 0 ? ',' : '.';
        return new Found(
                new Dialect(
                        best.delimiter(),
                        best.quote(),
                        encoding,
                        decimal,
                        header(bestRows),
                        told == 0,
                        best.padded(),
                        0),
                bestRows);
    }

    /** Whether a quote stands in the lines that are looked at. */
    private static boolean quoteWithinRows(String text) {
        int lines = 0;
        for (int i = 0; i < text.length() && lines < ROWS; i++) {
            char letter = text.charAt(i);
            if (letter == '\'' || letter == '"') return true;
            if (letter == '\n') lines++;
        }
        return false;
    }

    private static boolean betweenBlanks(List<List<String>> rows) {
        int fields = rows.size() < 2 ? 0 : rows.get(1).size();
        int names = rows.isEmpty() ? 0 : rows.get(0).size();
        return fields >= FEWEST_BETWEEN_BLANKS
                // where records have names, these may have none
                && (names == fields || names == fields - 1)
                && rows.stream().skip(1).allMatch(row -> row.size() == fields)
                && rows.stream().flatMap(List::stream).noneMatch(String::isEmpty);
    }

    /** Whether a field begins with an apostrophe that marks a text for a spreadsheet, and does not end with one. */
    private static boolean marksTexts(String text, char delimiter) {
        if (text.indexOf('\'') < 0) return false;
        String ends = Pattern.quote(String.valueOf(delimiter));
        return Pattern.compile(
                        "(?:^|[\\r\\n]|" + ends + ")'+[=+@-](?:(?!" + ends + ")[^'\\r\\n])*(?:$|[\\r\\n]|" + ends + ")")
                .matcher(text)
                .find();
    }

    /** Whether there is nothing but ASCII and what parts lines and fields of it. */
    private static boolean isPlain(byte[] head) {
        for (byte letter : head) if (letter < ' ' && !OtherForms.parts((char) letter)) return false;
        return true;
    }

    /** UTF-8 with some damage is UTF-8 still: its letters beyond ASCII outnumber what cannot be read. */
    private static Encoding encoding(byte[] head, boolean whole) throws IOException {
        if (head.length >= 2 && head[0] == (byte) 0xff && head[1] == (byte) 0xfe) return Encoding.UTF_16LE;
        if (head.length >= 2 && head[0] == (byte) 0xfe && head[1] == (byte) 0xff) return Encoding.UTF_16BE;
        DecodingReader.Found found = DecodingReader.look(new ByteArrayInputStream(head), Encoding.UTF_8, whole);
        return found.faults() > found.letters() ? Encoding.LATIN_1 : Encoding.UTF_8;
    }

    static String decode(byte[] head, Encoding encoding) {
        String text = new String(head, encoding.charset());
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    /** Letters whose fields are parted by one delimiter alone, of a text that is parted by blanks or padded with them. */
    static Letters parted(Reader letters, char delimiter, char quote) {
        return delimiter == BLANK ? new BlankRuns(letters, quote) : new Padding(letters, delimiter, quote);
    }

    /** The first records under a reading, as {@link Preview} shows them too; a last cut-off one is left out. */
    static List<List<String>> rows(String written, Dialect dialect, boolean whole) {
        char delimiter = dialect.delimiter();
        char quote = dialect.quote();
        String text = delimiter == BLANK || dialect.padded()
                ? Letters.of(written, letters -> parted(letters, delimiter, quote))
                : written;
        List<List<String>> rows = new ArrayList<>();
        List<String> row = new ArrayList<>();
        StringBuilder field = new StringBuilder();
        boolean quoted = false;
        boolean started = false;
        for (int i = 0; i < text.length() && rows.size() < ROWS; i++) {
            char c = text.charAt(i);
            if (quoted) {
                if (c != quote) field.append(c);
                else if (i + 1 < text.length() && text.charAt(i + 1) == quote) field.append(text.charAt(++i));
                else quoted = false;
            } else if (c == quote && field.isEmpty()) {
                quoted = true;
                started = true;
            } else if (c == delimiter) {
                row.add(field.toString());
                field.setLength(0);
                started = true;
            } else if (c == '\n' || c == '\r') {
                if (c == '\r' && i + 1 < text.length() && text.charAt(i + 1) == '\n') i++;
                row.add(field.toString());
                rows.add(row);
                row = new ArrayList<>();
                field.setLength(0);
                started = false;
            } else {
                field.append(c);
                started = true;
            }
        }
        if (whole && started && rows.size() < ROWS) {
            row.add(field.toString());
            rows.add(row);
        }
        return rows;
    }

    /** Many fields, the same number in each record; quotes that wrap whole fields speak for their reading. */
    private static double score(List<List<String>> rows) {
        if (rows.isEmpty()) return 0;
        Map.Entry<Integer, Integer> common = commonest(rows);
        double agreeing = common.getValue() / (double) rows.size();
        double fields = common.getKey() == 1 ? 0.1 : Math.min(common.getKey(), 50) / 50.0 + 1;
        boolean wrapped = rows.stream().flatMap(List::stream).anyMatch(DialectFinder::stillWrapped);
        double fits = rows.get(0).size() == common.getKey() ? 1 : 0.5;
        return agreeing * agreeing * fields * fits * (wrapped ? 0.8 : 1);
    }

    /** The number of fields that most rows have, and how many these are. */
    private static Map.Entry<Integer, Integer> commonest(List<List<String>> rows) {
        Map<Integer, Integer> widths = new HashMap<>();
        for (List<String> row : rows) widths.merge(row.size(), 1, Integer::sum);
        return widths.entrySet().stream()
                .max(Map.Entry.<Integer, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .orElse(Map.entry(0, 0));
    }

    private static boolean stillWrapped(String field) {
        int last = field.length() - 1;
        return last > 0 && field.charAt(0) == field.charAt(last) && (field.charAt(0) == '"' || field.charAt(0) == '\'');
    }

    /** Above 0 where numbers tell a decimal point, below 0 a comma, 0 where none tells. */
    private static int decimalTold(List<List<String>> rows) {
        int told = 0;
        for (List<String> row : rows) {
            for (String field : row) {
                if (field.indexOf('.') < 0 && field.indexOf(',') < 0) continue;
                if (EITHER.matcher(field).matches()) continue;
                if (POINT.matcher(field).matches()
                        || COMMA_THOUSANDS.matcher(field).matches()) told++;
                if (COMMA.matcher(field).matches()
                        || POINT_THOUSANDS.matcher(field).matches()) told--;
            }
        }
        return told;
    }

    /**
     * A first record of different names is a header, unless most of them stand below in the same column, as letters that are codes do. Numbers are names where they are whole, as years or counted up, and the records below are
     * not likewise.
     */
    private static boolean header(List<List<String>> rows) {
        if (rows.isEmpty()) return true;
        List<String> names = rows.get(0).stream().map(String::strip).toList();
        if (names.stream().anyMatch(name -> DAY.matcher(name).matches()) || standBelow(names, rows)) return false;
        boolean numbers = names.stream().anyMatch(name -> NUMBER.matcher(name).matches());
        boolean repeats = new HashSet<>(names).size() < names.size();
        if (numbers) return !repeats && numbersAreNames(names, rows);
        // names of rows have none above them, nor has what a mark at the end of each line begins
        boolean blanks = names.subList(Math.min(1, names.size()), Math.max(1, names.size() - 1))
                .contains("");
        return !(repeats && blanks) || rows.size() < 2 || overNumbers(names, rows);
    }

    /** Whether two thirds of the first record's words, and two or more, stand above nothing but numbers. */
    private static boolean overNumbers(List<String> names, List<List<String>> rows) {
        int words = 0;
        int above = 0;
        for (int i = 0; i < names.size(); i++) {
            if (names.get(i).isEmpty()) continue;
            int at = i;
            words++;
            boolean numbers = rows.stream()
                    .skip(1)
                    .filter(row -> row.size() > at && !row.get(at).isBlank())
                    .allMatch(row -> NUMBER.matcher(row.get(at).strip()).matches());
            if (numbers) above++;
        }
        return above >= 2 && 3 * above >= 2 * words;
    }

    /** Whether two thirds of the first record's fields, and two or more, are found in the same column of many records below. */
    private static boolean standBelow(List<String> names, List<List<String>> rows) {
        if (rows.size() <= FEW_RECORDS) return false;
        List<Set<String>> below = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) below.add(new HashSet<>());
        for (List<String> row : rows.subList(1, rows.size())) {
            for (int i = 0; i < Math.min(row.size(), names.size()); i++) {
                below.get(i).add(row.get(i).strip());
            }
        }
        int words = 0;
        int found = 0;
        for (int i = 0; i < names.size(); i++) {
            if (names.get(i).isEmpty() || NUMBER.matcher(names.get(i)).matches()) continue;
            words++;
            if (below.get(i).contains(names.get(i))) found++;
        }
        return found >= 2 && 3 * found >= 2 * words;
    }

    private static boolean numbersAreNames(List<String> names, List<List<String>> rows) {
        if (rows.size() < 2 || names.stream().anyMatch(String::isEmpty) || !counted(names)) return false;
        long likewise = rows.stream()
                .skip(1)
                .filter(row -> row.size() == names.size() && counted(row))
                .count();
        return 2 * likewise < rows.size() - 1;
    }

    /** Whether the numbers among some fields are two or more whole ones, each one more than the one before. */
    private static boolean counted(List<String> fields) {
        long before = Long.MIN_VALUE;
        int count = 0;
        for (String field : fields) {
            if (!NUMBER.matcher(field).matches()) continue;
            if (!WHOLE.matcher(field).matches()) return false;
            long now = Long.parseLong(field);
            if (count > 0 && now != before + 1) return false;
            before = now;
            count++;
        }
        return count >= 2;
    }
}
