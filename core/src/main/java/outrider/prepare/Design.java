package outrider.prepare;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * The inputs of records, row by row, so that a record costs what its columns cost: inputs that are mostly not 0 stand densely,
 * of the others (levels, flags of missing, sparse columns) a row lists those that are not 0. Inputs are reached by place: dense ones first, then the
 * others, either in the order of the inputs.
 *
 * @param places what stands at each place
 * @param dense how many places are dense
 * @param values of the dense places: row r, place p at {@code r · dense + p}
 * @param start of row r's list in {@code at} and {@code value}; one more at the end
 * @param at the places that are not 0, ascending
 */
public record Design(int rows, Places places, int dense, double[] values, int[] start, int[] at, double[] value) {

    /**
     * By place.
     *
     * @param inputs the input that it holds
     * @param level whether it is the 0/1 input of a level or a flag, and no number
     * @param source a number of the column that it comes from
     */
    public record Places(int[] inputs, boolean[] level, int[] source) {}

    /** The input that each place holds. */
    public int[] inputs() {
        return places.inputs;
    }

    /** By place, whether it is the 0/1 input of a level or a flag. */
    public boolean[] level() {
        return places.level;
    }

    /** By place, a number of the column that it comes from. */
    public int[] source() {
        return places.source;
    }

    /** A matrix of numbers, all dense. */
    public static Design of(Matrix x) {
        return new Design(
                x.rows(),
                new Places(
                        IntStream.range(0, x.columns()).toArray(),
                        new boolean[x.columns()],
                        IntStream.range(0, x.columns()).toArray()),
                x.columns(),
                x.values(),
                new int[x.rows() + 1],
                new int[0],
                new double[0]);
    }

    public int columns() {
        return inputs().length;
    }

    /** The same without some places. */
    public Design without(boolean[] dropped) {
        int[] to = new int[inputs().length];
        int kept = 0;
        int keptDense = 0;
        for (int p = 0; p < inputs().length; p++) {
            to[p] = dropped[p] ? -1 : kept++;
            if (!dropped[p] && p < dense) keptDense++;
        }
        int[] ofPlace = new int[kept];
        boolean[] levels = new boolean[kept];
        int[] sources = new int[kept];
        for (int p = 0; p < inputs().length; p++) {
            if (to[p] < 0) continue;
            ofPlace[to[p]] = inputs()[p];
            levels[to[p]] = level()[p];
            sources[to[p]] = source()[p];
        }
        double[] fewer = new double[rows * keptDense];
        int[] starts = new int[rows + 1];
        int[] listedAt = new int[at.length];
        double[] listed = new double[at.length];
        int used = 0;
        for (int r = 0; r < rows; r++) {
            for (int p = 0; p < dense; p++) if (to[p] >= 0) fewer[r * keptDense + to[p]] = values[r * dense + p];
            for (int j = start[r]; j < start[r + 1]; j++) {
                if (to[at[j]] < 0) continue;
                listedAt[used] = to[at[j]];
                listed[used++] = value[j];
            }
            starts[r + 1] = used;
        }
        return new Design(
                rows,
                new Places(ofPlace, levels, sources),
                keptDense,
                fewer,
                starts,
                Arrays.copyOf(listedAt, used),
                Arrays.copyOf(listed, used));
    }

    /** The same with its inputs numbered anew from 0, in their order. */
    public Design renumbered() {
        int[] sorted = inputs().clone();
        Arrays.sort(sorted);
        int[] ranks = Arrays.stream(inputs())
                .map(input -> Arrays.binarySearch(sorted, input))
                .toArray();
        return new Design(rows, new Places(ranks, level(), source()), dense, values, start, at, value);
    }

    /** Some of its rows, in the order given. */
    public Design of(int[] some) {
        double[] own = new double[some.length * dense];
        int[] starts = new int[some.length + 1];
        for (int i = 0; i < some.length; i++) {
            starts[i + 1] = starts[i] + start[some[i] + 1] - start[some[i]];
            System.arraycopy(values, some[i] * dense, own, i * dense, dense);
        }
        int[] listedAt = new int[starts[some.length]];
        double[] listed = new double[listedAt.length];
        for (int i = 0; i < some.length; i++) {
            int count = starts[i + 1] - starts[i];
            System.arraycopy(at, start[some[i]], listedAt, starts[i], count);
            System.arraycopy(value, start[some[i]], listed, starts[i], count);
        }
        return new Design(some.length, places, dense, own, starts, listedAt, listed);
    }

    /** Writes a row out, by input. */
    public void write(int row, double[] into) {
        Arrays.fill(into, 0);
        for (int p = 0; p < dense; p++) into[inputs()[p]] = values[row * dense + p];
        for (int j = start[row]; j < start[row + 1]; j++) into[inputs()[at[j]]] = value[j];
    }

    /** Intercept + Σ slope · value of a row; the intercept first, then a slope a place. */
    public double margin(double[] beta, int row) {
        double a = beta[0];
        double b = 0;
        double c = 0;
        double d = 0;
        int from = row * dense;
        int p = 0;
        for (int fours = dense - 3; p < fours; p += 4) {
            a += beta[p + 1] * values[from + p];
            b += beta[p + 2] * values[from + p + 1];
            c += beta[p + 3] * values[from + p + 2];
            d += beta[p + 4] * values[from + p + 3];
        }
        for (; p < dense; p++) a += beta[p + 1] * values[from + p];
        int j = start[row];
        int end = start[row + 1];
        for (int twos = end - 1; j < twos; j += 2) {
            b += beta[at[j] + 1] * value[j];
            c += beta[at[j + 1] + 1] * value[j + 1];
        }
        if (j < end) d += beta[at[j] + 1] * value[j];
        return a + b + (c + d);
    }

    /** Adds factor · row to a vector whose place 0 is the intercept's. */
    public void addTo(double[] vector, double factor, int row) {
        vector[0] += factor;
        for (int p = 0, from = row * dense; p < dense; p++) vector[p + 1] += factor * values[from + p];
        for (int j = start[row]; j < start[row + 1]; j++) vector[at[j] + 1] += factor * value[j];
    }

    /** Adds factor · row, its values squared, to a vector whose place 0 is the intercept's. */
    public void addSquaresTo(double[] vector, double factor, int row) {
        vector[0] += factor;
        for (int p = 0, from = row * dense; p < dense; p++) {
            vector[p + 1] += factor * values[from + p] * values[from + p];
        }
        for (int j = start[row]; j < start[row + 1]; j++) vector[at[j] + 1] += factor * value[j] * value[j];
    }

    /**
     * Writes (value − mean) / deviation over the dense places and value / deviation over the others, which stay uncentred so that
     * they stay few; 0 where the deviation is 0.
     *
     * @param scaling by input
     */
    public Design scaledInPlace(Scaling scaling) {
        for (int r = 0, from = 0; r < rows; r++) {
            for (int p = 0; p < dense; p++, from++) {
                double deviation = scaling.deviation()[inputs()[p]];
                values[from] = deviation == 0 ? 0 : (values[from] - scaling.mean()[inputs()[p]]) / deviation;
            }
        }
        for (int j = 0; j < at.length; j++) {
            double deviation = scaling.deviation()[inputs()[at[j]]];
            value[j] = deviation == 0 ? 0 : value[j] / deviation;
        }
        return this;
    }

    /** The same values written out, in the order of the inputs. */
    public Matrix matrix() {
        int width = inputs().length;
        double[] all = new double[Math.multiplyExact(rows, width)];
        for (int r = 0; r < rows; r++) {
            for (int p = 0; p < dense; p++) all[r * width + inputs()[p]] = values[r * dense + p];
            for (int j = start[r]; j < start[r + 1]; j++) all[r * width + inputs()[at[j]]] = value[j];
        }
        return new Matrix(all, rows, width);
    }
}
