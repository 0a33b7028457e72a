package outrider.learn.linear;

import org.ejml.data.DMatrixRMaj;
import org.jspecify.annotations.Nullable;
import outrider.base.Workers;
import outrider.prepare.Design;

/**
 * The penalised log loss of logistic regression on scaled inputs, its slope and its curvature. What {@link #loss} says of the last point is
 * what the others are about. Sums go by blocks of rows added up in order: same bits on any number of threads.
 */
final class LogisticProblem {
    final Design x;
    final byte[] y;
    final double @Nullable [] w;
    final double lambda;
    final int k;
    private final CodedRows rows;
    private final Workers workers;
    private final double[] residual;
    private final double[] curve;
    /** The loss at the last point without its penalty. */
    private double unpenalised;

    LogisticProblem(Design x, byte[] y, double @Nullable [] w, double lambda, Workers workers) {
        this(x, CodedRows.plain(x), y, w, lambda, workers);
    }

    /** @param rows those of {@code x} */
    LogisticProblem(Design x, CodedRows rows, byte[] y, double @Nullable [] w, double lambda, Workers workers) {
        this.x = x;
        this.rows = rows;
        this.y = y;
        this.w = w;
        this.lambda = lambda;
        this.workers = workers;
        k = x.columns() + 1;
        residual = new double[x.rows()];
        curve = new double[x.rows()];
    }

    double weight(int row) {
        return w == null ? 1 : w[row];
    }

    double unpenalised() {
        return unpenalised;
    }

    private int blocks(int most) {
        return Math.max(1, Math.min(most, x.rows() / 1024));
    }

    private interface Block {
        void over(int block, int from, int to);
    }

    private void each(int blocks, Block work) {
        long n = x.rows();
        workers.each(blocks, b -> work.over(b, (int) (n * b / blocks), (int) (n * (b + 1) / blocks)));
    }

    /** The objective at a point: the intercept, then a slope a place. */
    double loss(double[] beta) {
        int blocks = blocks(16);
        double[] spread = rows.spread(beta);
        double[] losses = new double[blocks];
        each(blocks, (b, from, to) -> {
            double loss = 0;
            for (int i = from; i < to; i++) {
                double eta = rows.margin(spread, i);
                double weight = weight(i);
                double small = Math.exp(-Math.abs(eta));
                double p = eta >= 0 ? 1 / (1 + small) : small / (1 + small);
                loss += weight * (Math.max(0, y[i] == 1 ? -eta : eta) + Math.log1p(small));
                residual[i] = weight * (p - y[i]);
                curve[i] = weight * p * (1 - p);
            }
            losses[b] = loss;
        });
        unpenalised = 0;
        for (double loss : losses) unpenalised += loss;
        double squares = 0;
        for (int c = 1; c < k; c++) squares += beta[c] * beta[c];
        return unpenalised + lambda / 2 * squares;
    }

    /** Of the objective at the last point, which was {@code beta}. */
    double[] gradient(double[] beta) {
        double[] gradient = combined(residual);
        for (int c = 1; c < k; c++) gradient[c] += lambda * beta[c];
        return gradient;
    }

    /** Σ factor · row. */
    private double[] combined(double[] factor) {
        int blocks = blocks(16);
        double[][] sums = new double[blocks][rows.spread()];
        each(blocks, (b, from, to) -> {
            for (int i = from; i < to; i++) rows.addTo(sums[b], factor[i], i);
        });
        return rows.gathered(sum(sums));
    }

    private static double[] sum(double[][] sums) {
        for (int b = 1; b < sums.length; b++) for (int c = 0; c < sums[0].length; c++) sums[0][c] += sums[b][c];
        return sums[0];
    }

    /** The information at the last point times a vector; nothing of size k² is made. */
    double[] times(double[] vector) {
        int blocks = blocks(16);
        double[] spread = rows.spread(vector);
        double[][] sums = new double[blocks][rows.spread()];
        each(blocks, (b, from, to) -> {
            for (int i = from; i < to; i++) rows.addTo(sums[b], curve[i] * rows.margin(spread, i), i);
        });
        double[] product = rows.gathered(sum(sums));
        for (int c = 1; c < k; c++) product[c] += lambda * vector[c];
        return product;
    }

    /** The information's diagonal at the last point. */
    double[] diagonal() {
        double[] diagonal = rows.squares(curve);
        for (int c = 1; c < k; c++) diagonal[c] += lambda;
        return diagonal;
    }

    /** The information at the last point, the intercept first. */
    DMatrixRMaj information() {
        DMatrixRMaj information = CrossProduct.of(x, curve, blocks(k > 400 ? 2 : 16), workers);
        for (int c = 1; c < k; c++) information.add(c, c, lambda);
        return information;
    }
}
