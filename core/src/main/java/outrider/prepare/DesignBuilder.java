package outrider.prepare;

import java.util.Arrays;

/** Puts the inputs of records, column by column, into a {@link Design}. Not thread safe. */
final class DesignBuilder {
    /** A number column with at most this share of values other than 0 is listed. */
    private static final double SPARSE = 0.25;

    private final int rows;
    /** By input: its values, one a record, or of one that is listed those that are not 0. */
    private final double[][] numbers;

    /** By input: the records whose values are listed; null where all are there. */
    private final int[][] listed;

    private final int[][] hot;
    private final int[] hotInput;
    private final int inputs;
    private final int[] sources;
    private final boolean[] flags;
    private int hots;

    /**
     * @param sources a number of the column that each input comes from
     * @param steps how many steps there are, each of which makes at most one 0/1 input a record
     */
    DesignBuilder(int rows, int[] sources, int steps) {
        this.rows = rows;
        this.sources = sources;
        inputs = sources.length;
        numbers = new double[inputs][];
        listed = new int[inputs][];
        flags = new boolean[inputs];
        hot = new int[steps][];
        hotInput = new int[steps];
    }

    /** The values of one number; copied. */
    void number(int input, double[] values) {
        int some = 0;
        for (double v : values) if (v != 0) some++;
        if (some > SPARSE * rows) {
            numbers[input] = values.clone();
            return;
        }
        numbers[input] = new double[some];
        listed[input] = new int[some];
        for (int r = 0, k = 0; k < some; r++) {
            if (values[r] == 0) continue;
            listed[input][k] = r;
            numbers[input][k++] = values[r];
        }
    }

    /** Of each record which of the {@code count} 0/1 inputs from {@code first} on is 1; −1 for none. */
    void levels(int first, int count, int[] which) {
        Arrays.fill(flags, first, first + count, true);
        hotInput[hots] = first;
        hot[hots++] = which;
    }

    Design build() {
        int[] places = new int[inputs];
        int dense = 0;
        for (int c = 0; c < inputs; c++) if (numbers[c] != null && listed[c] == null) places[dense++] = c;
        int used = dense;
        for (int c = 0; c < inputs; c++) if (numbers[c] == null || listed[c] != null) places[used++] = c;
        int[] placeOf = new int[inputs];
        boolean[] level = new boolean[inputs];
        int[] source = new int[inputs];
        for (int p = 0; p < inputs; p++) {
            placeOf[places[p]] = p;
            source[p] = sources[places[p]];
            level[p] = flags[places[p]];
        }
        double[] values = new double[Math.multiplyExact(rows, dense)];
        for (int p = 0; p < dense; p++) {
            double[] column = numbers[places[p]];
            for (int r = 0, to = p; r < rows; r++, to += dense) values[to] = column[r];
            numbers[places[p]] = null;
        }
        int[] start = new int[rows + 1];
        for (int[] own : listed) if (own != null) for (int r : own) start[r + 1]++;
        for (int h = 0; h < hots; h++) for (int r = 0; r < rows; r++) if (hot[h][r] >= 0) start[r + 1]++;
        for (int r = 0; r < rows; r++) start[r + 1] = Math.addExact(start[r + 1], start[r]);
        int[] at = new int[start[rows]];
        double[] value = new double[at.length];
        int[] next = start.clone();
        int h = 0;
        for (int c = 0; c < inputs; c++) {
            if (listed[c] != null) {
                for (int k = 0; k < listed[c].length; k++) {
                    int to = next[listed[c][k]]++;
                    at[to] = placeOf[c];
                    value[to] = numbers[c][k];
                }
            }
            for (; h < hots && hotInput[h] == c; h++) {
                for (int r = 0; r < rows; r++) {
                    if (hot[h][r] < 0) continue;
                    at[next[r]] = placeOf[c + hot[h][r]];
                    value[next[r]++] = 1;
                }
            }
        }
        return new Design(rows, new Design.Places(places, level, source), dense, values, start, at, value);
    }
}
