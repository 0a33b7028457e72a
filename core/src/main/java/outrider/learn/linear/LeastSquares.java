package outrider.learn.linear;

import java.util.Arrays;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Design;

/**
 * Labels ±1 by least squares: min Σ w(z − β₀ − xβ)² + αΣβ² (METHODS section 7), by Cholesky on the centred cross-product; beyond
 * {@link #FACTORED} inputs by conjugate gradients, which make none.
 */
public final class LeastSquares {
    private static final int FACTORED = 800;
    /** Without a penalty up to so many inputs are solved by singular values, so that of equal solutions the shortest is had. */
    private static final int DECOMPOSED = 150;

    private static final double WITHIN = 1e-9;
    private static final int MOST_PRODUCTS = 2000;

    private final Design x;
    private final double @Nullable [] weight;
    private final double[] mean;
    private final double[] right;
    private final double total;
    private final double centre;
    /** Made where it is first needed. */
    private @Nullable DMatrixRMaj centred;

    private @Nullable CodedRows rows;

    /** For several penalties, as {@link #fit} has it. Not thread safe. */
    public LeastSquares(Design x, byte[] outcome, double @Nullable [] weight) {
        this.x = x;
        this.weight = weight;
        int k = x.columns();
        double[] sums = new double[k + 1];
        double[] pulls = new double[k + 1];
        for (int i = 0; i < x.rows(); i++) {
            x.addTo(sums, weight(i), i);
            x.addTo(pulls, weight(i) * (2 * outcome[i] - 1), i);
        }
        total = sums[0];
        centre = pulls[0] / total;
        mean = new double[k];
        right = new double[k];
        for (int p = 0; p < k; p++) {
            mean[p] = sums[p + 1] / total;
            right[p] = pulls[p + 1] - centre * sums[p + 1];
        }
    }

    /**
     * @param x inputs, finite
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row, or null
     * @param alpha penalty >= 0 on the slopes of {@code x} as it stands; with 0, of equal solutions the shortest. O(n·k² + k³)
     * @return a slope an input
     */
    public static LinearFit fit(
            Design x, byte[] outcome, double @Nullable [] weight, double alpha, Workers workers, Progress progress) {
        return new LeastSquares(x, outcome, weight).at(alpha, workers, progress);
    }

    /** As {@link #fit}. */
    public LinearFit at(double alpha, Workers workers, Progress progress) {
        boolean factored = x.columns() <= FACTORED || alpha == 0;
        double[] slopes = factored ? factored(alpha, workers) : descended(alpha, progress);
        double intercept = centre;
        double[] byInput = new double[slopes.length];
        for (int p = 0; p < slopes.length; p++) {
            intercept -= slopes[p] * mean[p];
            byInput[x.inputs()[p]] = slopes[p];
        }
        return new LinearFit(intercept, byInput);
    }

    private double weight(int row) {
        return weight == null ? 1 : weight[row];
    }

    private double[] factored(double alpha, Workers workers) {
        int k = x.columns();
        if (centred == null) centred = centred(workers);
        if (alpha == 0 && k <= DECOMPOSED) {
            DMatrixRMaj inverse = new DMatrixRMaj(k, k);
            CommonOps_DDRM.pinv(centred, inverse);
            DMatrixRMaj slopes = new DMatrixRMaj(k, 1);
            CommonOps_DDRM.mult(inverse, DMatrixRMaj.wrap(k, 1, right), slopes);
            return slopes.data;
        }
        double largest = 0;
        for (int a = 0; a < k; a++) largest = Math.max(largest, centred.get(a, a));
        double ridge = alpha == 0 ? 1e-10 * largest : alpha;
        DMatrixRMaj ridged = centred.copy();
        for (int a = 0; a < k; a++) ridged.add(a, a, ridge);
        return Descent.solve(Descent.factor(ridged), right);
    }

    private DMatrixRMaj centred(Workers workers) {
        int k = x.columns();
        DMatrixRMaj cross = CrossProduct.of(x, weight, 1, workers);
        DMatrixRMaj about = new DMatrixRMaj(k, k);
        for (int a = 0; a < k; a++) {
            for (int b = 0; b < k; b++) about.set(a, b, cross.get(a + 1, b + 1) - total * mean[a] * mean[b]);
        }
        return about;
    }

    private double[] descended(double alpha, Progress progress) {
        int k = x.columns();
        CodedRows rows = this.rows == null ? CodedRows.of(x) : this.rows;
        this.rows = rows;
        double[] factors = new double[x.rows()];
        for (int i = 0; i < factors.length; i++) factors[i] = weight(i);
        double[] diagonal = Arrays.copyOfRange(rows.squares(factors), 1, k + 1);
        for (int p = 0; p < k; p++) diagonal[p] += alpha - total * mean[p] * mean[p];
        return Descent.solve(vector -> times(rows, vector, alpha, progress), diagonal, right, WITHIN, MOST_PRODUCTS);
    }

    /** The centred cross-product and the penalty times a vector. */
    private double[] times(CodedRows rows, double[] vector, double alpha, Progress progress) {
        progress.checkpoint(0.6, "solving");
        int k = x.columns();
        double[] slopes = new double[k + 1];
        System.arraycopy(vector, 0, slopes, 1, k);
        double shift = 0;
        for (int p = 0; p < k; p++) shift += vector[p] * mean[p];
        slopes[0] = -shift;
        double[] spread = rows.spread(slopes);
        double[] sums = new double[rows.spread()];
        for (int i = 0; i < x.rows(); i++) rows.addTo(sums, weight(i) * rows.margin(spread, i), i);
        double[] product = Arrays.copyOfRange(rows.gathered(sums), 1, k + 1);
        for (int p = 0; p < k; p++) product[p] += alpha * vector[p];
        return product;
    }
}
