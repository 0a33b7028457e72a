package outrider.learn.linear;

import org.ejml.data.DMatrixRMaj;
import org.jspecify.annotations.Nullable;
import outrider.base.Workers;
import outrider.prepare.Design;

/** Σ weight · (1, row)(1, row)′ over the rows of a design: dense places four rows at a time, of the others only what is not 0. */
final class CrossProduct {
    private final Design x;
    private final double @Nullable [] weight;
    private final int k;
    private final double[] sum;

    private CrossProduct(Design x, double @Nullable [] weight) {
        this.x = x;
        this.weight = weight;
        k = x.columns() + 1;
        sum = new double[Math.multiplyExact(k, k)];
    }

    /** @param weight one a row, or null for 1. Symmetric, k + 1 square; row and column 0 are the intercept's. */
    static DMatrixRMaj of(Design x, double @Nullable [] weight, int blocks, Workers workers) {
        CrossProduct[] parts = new CrossProduct[blocks];
        long n = x.rows();
        workers.each(blocks, b -> {
            parts[b] = new CrossProduct(x, weight);
            parts[b].add((int) (n * b / blocks), (int) (n * (b + 1) / blocks));
        });
        double[] h = parts[0].sum;
        int k = parts[0].k;
        for (int b = 1; b < blocks; b++) for (int a = 0; a < h.length; a++) h[a] += parts[b].sum[a];
        for (int a = 0; a < k; a++) for (int b = 0; b < a; b++) h[b * k + a] = h[a * k + b];
        return DMatrixRMaj.wrap(k, k, h);
    }

    private double weight(int row) {
        return weight == null ? 1 : weight[row];
    }

    private void add(int from, int to) {
        int row = from;
        for (; row + 4 <= to; row += 4) four(row);
        for (; row < to; row++) one(row);
        for (int i = from; i < to; i++) listed(i);
    }

    private void four(int row) {
        int d = x.dense();
        double[] z = x.values();
        int r0 = row * d;
        int r1 = r0 + d;
        int r2 = r1 + d;
        int r3 = r2 + d;
        double w0 = weight(row);
        double w1 = weight(row + 1);
        double w2 = weight(row + 2);
        double w3 = weight(row + 3);
        sum[0] += w0 + w1 + w2 + w3;
        for (int a = 0; a < d; a++) {
            double z0 = w0 * z[r0 + a];
            double z1 = w1 * z[r1 + a];
            double z2 = w2 * z[r2 + a];
            double z3 = w3 * z[r3 + a];
            int at = (a + 1) * k;
            sum[at] += z0 + z1 + z2 + z3;
            multiply(sum, at + 1, z, r0, r1, r2, r3, a + 1, z0, z1, z2, z3);
        }
    }

    private static void multiply(
            double[] h,
            int at,
            double[] z,
            int r0,
            int r1,
            int r2,
            int r3,
            int count,
            double a,
            double b,
            double c,
            double d) {
        for (int i = 0; i < count; i++) {
            h[at + i] += a * z[r0 + i] + b * z[r1 + i] + c * z[r2 + i] + d * z[r3 + i];
        }
    }

    private void one(int row) {
        int d = x.dense();
        int from = row * d;
        double w = weight(row);
        sum[0] += w;
        for (int a = 0; a < d; a++) addRow((a + 1) * k, w * x.values()[from + a], from, a + 1);
    }

    /** Adds factor · (1, the first places of the row). */
    private void addRow(int at, double factor, int from, int places) {
        sum[at] += factor;
        double[] z = x.values();
        for (int p = 0; p < places; p++) sum[at + 1 + p] += factor * z[from + p];
    }

    private void listed(int row) {
        int begin = x.start()[row];
        int end = x.start()[row + 1];
        double w = weight(row);
        for (int j = begin; j < end; j++) {
            double factor = w * x.value()[j];
            int at = (x.at()[j] + 1) * k;
            addRow(at, factor, row * x.dense(), x.dense());
            for (int i = begin; i <= j; i++) sum[at + 1 + x.at()[i]] += factor * x.value()[i];
        }
    }
}
