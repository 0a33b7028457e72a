package outrider.table;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Gathers one column's raw texts: as numbers while all are, else as codes into their distinct texts; then settles its type.
 * Not thread safe.
 */
public final class ColumnBuilder {
    /** More levels than this, or than half of the values, are taken for free text. */
    static final int MOST_LEVELS = 1000;

    private final String name;
    private final boolean dates;
    private final boolean eitherMark;
    private @Nullable NumberBuffer numbers;
    private TextPool pool = new TextPool();
    private int @Nullable [] codes;
    private int size;
    private int present;
    /** Where numbers have a field of blanks alone, which is missing among them and a text among texts; all such are alike. */
    private final BitSet blank = new BitSet();

    private @Nullable String blanks;

    private ColumnBuilder(String name, @Nullable NumberBuffer numbers, boolean dates, boolean eitherMark) {
        this.name = name;
        this.eitherMark = eitherMark;
        this.numbers = numbers;
        this.dates = dates;
        if (numbers == null) turnToTexts();
    }

    /** @param decimal mark of numbers */
    public static ColumnBuilder inferring(String name, char decimal) {
        return new ColumnBuilder(name, new NumberBuffer(decimal), true, false);
    }

    /** As the file is written: where its decimal mark is only guessed, numbers that could be read in two ways stay texts. */
    static ColumnBuilder inferring(String name, Dialect dialect) {
        return new ColumnBuilder(name, new NumberBuffer(dialect.decimal()), true, dialect.eitherMark());
    }

    /** For texts that are no numbers, whatever they look like; and days only where {@code dates}. */
    public static ColumnBuilder ofTexts(String name, boolean dates) {
        return new ColumnBuilder(name, null, dates, false);
    }

    void addMissing() {
        if (numbers != null) numbers.addMissing();
        else pushCode(-1);
        size++;
    }

    void add(char[] buffer, int offset, int length) {
        if (numbers != null && isBlank(buffer, offset, length)) {
            blank.set(size);
            addMissing();
            return;
        }
        if (numbers != null && !numbers.add(buffer, offset, length)) turnToTexts();
        if (numbers == null) pushCode(pool.code(buffer, offset, length));
        size++;
        present++;
    }

    /**
     * Takes every so many fields of some.
     *
     * @param from the first of them
     * @param fields how many fields there are
     */
    void addEach(char[] letters, int[] start, int[] end, boolean[] missing, int from, int step, int fields) {
        for (int f = from; f < fields; f += step) {
            if (numbers != null && !missing[f]) {
                int next = numbers.addPlain(letters, start, end, missing, f, step, fields);
                int taken = (next - f) / step;
                size += taken;
                present += taken;
                f = next;
                if (f >= fields) return;
            }
            if (missing[f]) addMissing();
            else add(letters, start[f], end[f] - start[f]);
        }
    }

    /** @param text null for missing */
    public void add(@Nullable String text) {
        if (text == null) addMissing();
        else add(text.toCharArray(), 0, text.length());
    }

    /** Whether there is nothing but blanks, as many as in those before. */
    private boolean isBlank(char[] buffer, int offset, int length) {
        for (int i = offset; i < offset + length; i++) if (buffer[i] != ' ') return false;
        if (length == 0 || blanks != null && blanks.length() != length) return false;
        if (blanks == null) blanks = " ".repeat(length);
        return true;
    }

    private static boolean isBlank(String text) {
        return !text.isEmpty() && text.isBlank();
    }

    private void turnToTexts() {
        NumberColumn before = numbers == null ? null : numbers.column(name);
        numbers = null;
        pool = new TextPool();
        codes = new int[Math.max(1024, size + (size >> 1))];
        for (int i = 0; i < size; i++) {
            String text = blank.get(i) ? blanks : requireNonNull(before).asWritten(i);
            codes[i] = text == null ? -1 : pool.code(text);
        }
        present += blank.cardinality();
    }

    private void pushCode(int code) {
        if (size == requireNonNull(codes).length) codes = Arrays.copyOf(codes, size + (size >> 1));
        codes[size] = code;
    }

    /** All numbers make a number column, all days of one known form a date column, few repeated texts a category, the rest is text. */
    public Column build() {
        if (numbers != null && present > 0 && eitherMark && numbers.eitherWay()) turnToTexts();
        if (numbers != null && present > 0) {
            NumberColumn column = numbers.column(name);
            numbers = null;
            return column;
        }
        if (numbers != null) turnToTexts();
        int[] held = Arrays.copyOf(codes, size);
        codes = null;
        List<String> texts = pool.texts();
        List<String> written = texts.stream().filter(text -> !isBlank(text)).toList();
        DateFormat format = written.isEmpty() || !dates ? null : DateFormat.writing(written);
        if (format != null) return new DateColumn(name, days(held, texts, format), format.pattern());
        int most = Math.min(MOST_LEVELS, Math.max(2, present / 2));
        return texts.size() <= most
                ? new CategoryColumn(name, held, List.copyOf(texts))
                : new TextColumn(name, held, texts);
    }

    private static int[] days(int[] codes, List<String> texts, DateFormat format) {
        int[] ofText = texts.stream()
                .mapToInt(text -> isBlank(text) ? DateColumn.MISSING : format.day(text))
                .toArray();
        int[] days = new int[codes.length];
        for (int i = 0; i < codes.length; i++) days[i] = codes[i] < 0 ? DateColumn.MISSING : ofText[codes[i]];
        return days;
    }
}
