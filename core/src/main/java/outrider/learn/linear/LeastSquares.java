package outrider.learn.linear;

import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import outrider.base.Progress;
import outrider.prepare.Matrix;
import outrider.prepare.Scaling;

/** Labels ±1 by least squares: min Σ w(z − β₀ − xβ)² + αΣβ² (METHODS section 7). */
public final class LeastSquares {
    private LeastSquares() {}

    /**
     * @param x inputs, finite
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row, or null
     * @param alpha penalty >= 0 on the slopes of {@code x} as it stands; with 0, of equal solutions the shortest. O(n·k² + k³)
     */
    public static LinearFit fit(Matrix x, byte[] outcome, double[] weight, double alpha, Progress progress) {
        int n = x.rows();
        int k = x.columns();
        double[] mean = Scaling.fit(x, weight).mean();
        double total = 0;
        double labels = 0;
        for (int i = 0; i < n; i++) {
            double w = weight == null ? 1 : weight[i];
            total += w;
            labels += w * (2 * outcome[i] - 1);
        }
        double centre = labels / total;
        DMatrixRMaj cross = new DMatrixRMaj(k, k);
        DMatrixRMaj right = new DMatrixRMaj(k, 1);
        double[] row = new double[k];
        for (int i = 0; i < n; i++) {
            if ((i & 65_535) == 0) progress.checkpoint(0.3 + 0.7 * i / n, "adding up");
            double w = weight == null ? 1 : weight[i];
            for (int c = 0; c < k; c++) row[c] = x.at(i, c) - mean[c];
            double label = w * (2 * outcome[i] - 1 - centre);
            for (int a = 0; a < k; a++) {
                if (row[a] == 0) continue;
                right.data[a] += label * row[a];
                double scaled = w * row[a];
                for (int b = 0; b <= a; b++) cross.data[a * k + b] += scaled * row[b];
            }
        }
        for (int a = 0; a < k; a++) {
            cross.data[a * k + a] += alpha;
            for (int b = 0; b < a; b++) cross.data[b * k + a] = cross.data[a * k + b];
        }
        DMatrixRMaj inverse = new DMatrixRMaj(k, k);
        CommonOps_DDRM.pinv(cross, inverse);
        DMatrixRMaj slopes = new DMatrixRMaj(k, 1);
        CommonOps_DDRM.mult(inverse, right, slopes);
        double intercept = centre;
        for (int c = 0; c < k; c++) intercept -= slopes.data[c] * mean[c];
        return new LinearFit(intercept, slopes.data);
    }
}
