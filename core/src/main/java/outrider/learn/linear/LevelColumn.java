package outrider.learn.linear;

import java.util.Arrays;
import outrider.prepare.Design;

/**
 * Which level each row of a design has of one column that is told by its level: 0/1 inputs, of which a row has at most one, and at most one
 * number that takes few values. A level is what the column's inputs are. Not thread safe.
 */
final class LevelColumn {
    static final int NONE = -1;
    /** A column of more levels is none of these. */
    private static final int MOST = 200;
    /** Nor is one without a number whose 0/1 inputs are all 0 in more than three of four rows: to list the others costs less. */
    private static final int SELDOM = 4;

    private final int numberPlace;
    private final char[] of;
    private double[] number = new double[8];
    private int[] place = new int[8];
    private double[] value = new double[8];
    private int count;

    private LevelColumn(int rows, int numberPlace) {
        of = new char[rows];
        this.numberPlace = numberPlace;
    }

    /**
     * Looks for such columns.
     *
     * @param held set to true for every place that one of them makes
     * @return those found, in the order of the design's columns
     */
    static LevelColumn[] find(Design x, boolean[] held) {
        int sources = Arrays.stream(x.source()).max().orElse(-1) + 1;
        LevelColumn[] bySource = candidates(x, sources);
        int[] hot = new int[sources];
        double[] hotValue = new double[sources];
        for (int row = 0; row < x.rows(); row++) {
            Arrays.fill(hot, NONE);
            for (int j = x.start()[row]; j < x.start()[row + 1]; j++) {
                hot[x.source()[x.at()[j]]] = x.at()[j];
                hotValue[x.source()[x.at()[j]]] = x.value()[j];
            }
            for (int s = 0; s < sources; s++) {
                LevelColumn own = bySource[s];
                if (own == null) continue;
                double number = own.numberPlace == NONE ? 0 : x.values()[row * x.dense() + own.numberPlace];
                if (!own.read(row, number, hot[s], hot[s] == NONE ? 0 : hotValue[s])) bySource[s] = null;
            }
        }
        for (int p = 0; p < held.length; p++) held[p] = bySource[x.source()[p]] != null;
        return Arrays.stream(bySource).filter(c -> c != null).toArray(LevelColumn[]::new);
    }

    /** By source a column without rows yet, or null where its inputs are of another make. */
    private static LevelColumn[] candidates(Design x, int sources) {
        int[] numbers = new int[sources];
        int[] lists = new int[sources];
        for (int place : x.at()) lists[x.source()[place]]++;
        int[] dense = new int[sources];
        boolean[] levels = new boolean[sources];
        Arrays.fill(dense, NONE);
        for (int p = 0; p < x.columns(); p++) {
            int s = x.source()[p];
            if (x.level()[p]) levels[s] = true;
            else numbers[s]++;
            if (p < x.dense()) dense[s] = p;
        }
        LevelColumn[] columns = new LevelColumn[sources];
        for (int s = 0; s < sources; s++) {
            boolean listed = numbers[s] > 0 && dense[s] == NONE;
            boolean seldom = numbers[s] == 0 && lists[s] < x.rows() / SELDOM;
            if (levels[s] && numbers[s] <= 1 && !listed && !seldom) columns[s] = new LevelColumn(x.rows(), dense[s]);
        }
        return columns;
    }

    /** @return false if that makes too many levels */
    private boolean read(int row, double ownNumber, int input, double ofInput) {
        int e = 0;
        while (e < count && (place[e] != input || number[e] != ownNumber || value[e] != ofInput)) e++;
        if (e == MOST) return false;
        if (e == count) {
            if (count == place.length) {
                number = Arrays.copyOf(number, 2 * count);
                place = Arrays.copyOf(place, 2 * count);
                value = Arrays.copyOf(value, 2 * count);
            }
            number[count] = ownNumber;
            place[count] = input;
            value[count++] = ofInput;
        }
        of[row] = (char) e;
        return true;
    }

    int count() {
        return count;
    }

    /** The level of a row, from 0. */
    int of(int row) {
        return of[row];
    }

    /** What a level adds to a row's sum of slopes, the intercept's being the first. */
    double adds(int e, double[] slopes) {
        double sum = place[e] == NONE ? 0 : value[e] * slopes[place[e] + 1];
        return numberPlace == NONE ? sum : sum + number[e] * slopes[numberPlace + 1];
    }

    /** Adds a sum over the rows of a level to the sums of its inputs. */
    void give(int e, double sum, double[] sums) {
        if (place[e] != NONE) sums[place[e] + 1] += value[e] * sum;
        if (numberPlace != NONE) sums[numberPlace + 1] += number[e] * sum;
    }

    /** The same to the sums of its inputs' squares. */
    void giveSquares(int e, double sum, double[] sums) {
        if (place[e] != NONE) sums[place[e] + 1] += value[e] * value[e] * sum;
        if (numberPlace != NONE) sums[numberPlace + 1] += number[e] * number[e] * sum;
    }
}
