package outrider.table;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Gathers one column's raw texts as codes into their distinct values, then settles its type. Not thread safe. */
final class ColumnBuilder {
    /** More levels than this, or than half of the values, are taken for free text. */
    static final int MOST_LEVELS = 1000;

    private final String name;
    private final Map<String, Integer> codeOf = new LinkedHashMap<>();
    private int[] codes = new int[1024];
    private int size;
    private int present;
    private String lastText;
    private int lastCode;

    ColumnBuilder(String name) {
        this.name = name;
    }

    void addMissing() {
        push(-1);
    }

    void add(char[] buffer, int offset, int length) {
        String text = new String(buffer, offset, length);
        if (!text.equals(lastText)) {
            lastText = text;
            Integer known = codeOf.putIfAbsent(text, codeOf.size());
            lastCode = known == null ? codeOf.size() - 1 : known;
        }
        present++;
        push(lastCode);
    }

    private void push(int code) {
        if (size == codes.length) codes = Arrays.copyOf(codes, size * 2);
        codes[size++] = code;
    }

    /** All numbers make a number column, all ISO dates a date column, few repeated texts a category, the rest is text. */
    Column build() {
        List<String> levels = List.copyOf(codeOf.keySet());
        double[] numbers = Values.numbers(levels);
        if (present > 0 && numbers != null) return new NumberColumn(name, expand(numbers));
        int[] days = Values.days(levels);
        if (present > 0 && days != null) return new DateColumn(name, expand(days));
        int most = Math.min(MOST_LEVELS, Math.max(2, present / 2));
        if (levels.size() <= most) return new CategoryColumn(name, Arrays.copyOf(codes, size), levels);
        String[] values = new String[size];
        for (int i = 0; i < size; i++) values[i] = codes[i] < 0 ? null : levels.get(codes[i]);
        return new TextColumn(name, values);
    }

    private double[] expand(double[] ofLevel) {
        double[] values = new double[size];
        for (int i = 0; i < size; i++) values[i] = codes[i] < 0 ? Double.NaN : ofLevel[codes[i]];
        return values;
    }

    private int[] expand(int[] ofLevel) {
        int[] values = new int[size];
        for (int i = 0; i < size; i++) values[i] = codes[i] < 0 ? DateColumn.MISSING : ofLevel[codes[i]];
        return values;
    }
}
