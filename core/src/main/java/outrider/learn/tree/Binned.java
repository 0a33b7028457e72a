package outrider.learn.tree;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import outrider.base.Bisection;
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
 * @param common of a column that is nearly always the same, the bin that it is mostly in; −1 for others
 * @param listed where rows are not in the common bin of such a column
 */
public record Binned(
        List<TreeColumn> columns, byte[] bin, int rows, double[][] edges, int[] bins, int[] common, Listed listed) {

    /**
     * Cells one by one, by row and by column.
     *
     * @param start of row r in {@code cells}; one more at the end
     * @param cells {@code column · 256 + bin}
     * @param byColumn of column c from {@code byColumn[c]} on in {@code who}; one more at the end
     * @param who {@code row · 256 + bin}, rows ascending
     */
    record Listed(int[] start, int[] cells, int[] byColumn, int[] who) {}

    public static final int MOST = 254;
    /** A column with this share of its records in one bin is summed from the others. */
    private static final double NEARLY_ALWAYS = 0.75;

    private static final int MOST_LISTED = 1 << 24;

    private static final int SAMPLED = 200_000;

    /** @param most bins a column, up to {@link #MOST}. O(n log n) for columns of up to 200,000 records, then O(n log bins). */
    public static Binned of(TrainingData data, int most, Workers workers, Progress progress) {
        int width = data.inputs().size();
        int n = data.rows().length;
        byte[] bin = new byte[Math.multiplyExact(n, width)];
        TreeColumn[] columns = new TreeColumn[width];
        double[][] edges = new double[width][];
        int[] bins = new int[width];
        int[] common = new int[width];
        int[] others = new int[width];
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
            int[] counts = new int[256];
            for (int i = 0; i < n; i++) {
                double value = values[i];
                int b = Double.isNaN(value)
                        ? bins[c]
                        : edges[c] == null ? (int) value : Bisection.firstAtLeast(edges[c], value);
                bin[i * width + c] = (byte) b;
                counts[b]++;
            }
            int usual = 0;
            for (int b = 1; b < 256; b++) if (counts[b] > counts[usual]) usual = b;
            boolean nearlyAlways = n < MOST_LISTED && counts[usual] >= NEARLY_ALWAYS * n;
            common[c] = nearlyAlways ? usual : -1;
            others[c] = nearlyAlways ? n - counts[usual] : 0;
        });
        int[] listed =
                new int[Math.toIntExact(Arrays.stream(others).asLongStream().sum())];
        int[] start = new int[n + 1];
        for (int i = 0, used = 0; i < n; i++) {
            for (int c = 0, at = i * width; c < width; c++, at++) {
                int b = bin[at] & 0xff;
                if (common[c] >= 0 && b != common[c]) listed[used++] = c << 8 | b;
            }
            start[i + 1] = used;
        }
        int[] byColumn = new int[width + 1];
        for (int c = 0; c < width; c++) byColumn[c + 1] = byColumn[c] + others[c];
        int[] who = new int[listed.length];
        int[] next = byColumn.clone();
        for (int i = 0; i < n; i++)
            for (int j = start[i]; j < start[i + 1]; j++) who[next[listed[j] >> 8]++] = i << 8 | listed[j] & 0xff;
        return new Binned(List.of(columns), bin, n, edges, bins, common, new Listed(start, listed, byColumn, who));
    }

    /** Ascending edges between bins, each the plainest number between the values it parts. */
    static double[] edges(double[] values, int most) {
        int stride = Math.max(1, values.length / SAMPLED);
        double[] seen = new double[values.length / stride + 1];
        int count = 0;
        for (int i = 0; i < values.length; i += stride) if (!Double.isNaN(values[i])) seen[count++] = values[i] + 0.0;
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
