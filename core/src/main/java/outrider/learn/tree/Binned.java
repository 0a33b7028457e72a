package outrider.learn.tree;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.TrainingData;

/**
 * Training values cut into at most {@link #MOST} bins a column. Where a column has no more different values each has its own bin,
 * so that every possible threshold is tried; else bins hold about equally many records.
 *
 * @param bin row-major: the bin of row r in column c is {@code bin[r * columns + c]}, unsigned; a missing value has the last one
 * @param edges of numbers, for column c: a value belongs to the first bin whose edge is not below it; null for levels
 * @param bins how many bins hold values, by column; missing comes after them
 */
public record Binned(List<TreeColumn> columns, byte[] bin, int rows, double[][] edges, int[] bins) {
    public static final int MOST = 254;
    private static final int SAMPLED = 200_000;

    /** @param most bins a column, up to {@link #MOST}. O(n log n) for columns of up to 200,000 records, then O(n log bins). */
    public static Binned of(TrainingData data, int most, Workers workers, Progress progress) {
        int width = data.inputs().size();
        int n = data.rows().length;
        byte[] bin = new byte[Math.multiplyExact(n, width)];
        TreeColumn[] columns = new TreeColumn[width];
        double[][] edges = new double[width][];
        int[] bins = new int[width];
        workers.each(width, c -> {
            if (progress.isCancelled()) throw new CancellationException("stopped while: binning");
            var source = data.table().column(data.inputs().get(c));
            columns[c] = TreeColumn.fit(source, data.rows());
            double[] values = columns[c].read(source, data.rows());
            if (columns[c].levels() == null) {
                edges[c] = edges(values, most);
                bins[c] = edges[c].length + 1;
            } else {
                bins[c] = columns[c].levels().size() + 1;
            }
            for (int i = 0; i < n; i++) {
                double value = values[i];
                int b = value != value ? bins[c] : edges[c] == null ? (int) value : place(edges[c], value);
                bin[i * width + c] = (byte) b;
            }
        });
        return new Binned(List.of(columns), bin, n, edges, bins);
    }

    private static int place(double[] edges, double value) {
        int low = 0;
        int high = edges.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (edges[middle] < value) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    /** Ascending edges between bins, each the plainest number between the values it parts. */
    static double[] edges(double[] values, int most) {
        int stride = Math.max(1, values.length / SAMPLED);
        double[] seen = new double[values.length / stride + 1];
        int count = 0;
        for (int i = 0; i < values.length; i += stride) if (values[i] == values[i]) seen[count++] = values[i] + 0.0;
        seen = Arrays.copyOf(seen, count);
        Arrays.sort(seen);
        int different = count == 0 ? 0 : 1;
        for (int i = 1; i < count; i++) if (seen[i] != seen[i - 1]) different++;
        double[] edges = new double[Math.max(0, Math.min(different, most) - 1)];
        int made = 0;
        double share = count / (double) most;
        for (int i = 1; i < count && made < edges.length; i++) {
            boolean wanted = different <= most || i >= (made + 1) * share;
            if (seen[i] != seen[i - 1] && wanted) edges[made++] = plainest(seen[i - 1], seen[i]);
        }
        return Arrays.copyOf(edges, made);
    }

    /** The number with the fewest decimals d with low <= d < high, as near the middle as those decimals allow. */
    static double plainest(double low, double high) {
        double middle = low + (high - low) / 2;
        if (Double.isInfinite(high - low)) middle = low / 2 + high / 2;
        double scale = Math.pow(10, -Math.floor(Math.log10(Math.max(Math.abs(low), Math.abs(high)))));
        for (int digits = 0; digits < 17; digits++, scale *= 10) {
            if (Double.isInfinite(scale)) break;
            double rounded = Math.rint(middle * scale) / scale;
            if (rounded > low && rounded < high) return rounded;
        }
        return middle < high ? middle : low;
    }

    public int width() {
        return columns.size();
    }

    int binAt(int row, int column) {
        return bin[row * columns.size() + column] & 0xff;
    }
}
