package outrider.learn.linear;

import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.prepare.Matrix;

/**
 * A linear margin by stochastic gradient with averaging of the second half's steps (Polyak and Juditsky 1992; step sizes after
 * Bottou 2012). One record at a time, in seeded order: the number of threads plays no part.
 */
public final class LinearMargin {
    private LinearMargin() {}

    /**
     * @param hinge the hinge loss, else the log loss
     * @param lasso penalty λ·Σ|β|, else λ/2·Σβ²; both beside the mean loss
     * @param passes over the records
     */
    public record Way(boolean hinge, boolean lasso, double lambda, int passes) {}

    /**
     * @param x standardised inputs
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row; scaled to mean 1 here
     */
    public static LinearFit fit(
            Matrix x, byte[] outcome, double[] weight, Way way, RandomStream random, Progress progress) {
        int n = x.rows();
        int k = x.columns();
        double total = 0;
        for (double w : weight) total += w;
        double unit = n / total;
        int[] order = new int[n];
        for (int i = 0; i < n; i++) order[i] = i;
        double[] beta = new double[k + 1];
        double[] mean = new double[k + 1];
        double first = 1.0 / (1 + typicalSquare(x));
        long step = 0;
        long averaged = 0;
        for (int pass = 0; pass < way.passes(); pass++) {
            random.shuffle(order);
            for (int i = 0; i < n; i++, step++) {
                if ((step & 4095) == 0)
                    progress.checkpoint((pass + i / (double) n) / way.passes(), "pass " + (pass + 1));
                double rate = first / Math.pow(1 + way.lambda() * first * step + step / (10.0 * n), 0.75);
                move(beta, x, order[i], outcome[order[i]], unit * weight[order[i]], rate, way);
                if (2 * pass >= way.passes() - 1) {
                    averaged++;
                    for (int c = 0; c <= k; c++) mean[c] += (beta[c] - mean[c]) / averaged;
                }
            }
        }
        double[] slopes = new double[k];
        System.arraycopy(mean, 1, slopes, 0, k);
        return new LinearFit(mean[0], slopes);
    }

    private static double typicalSquare(Matrix x) {
        double sum = 0;
        for (double value : x.values()) sum += value * value;
        return sum / Math.max(1, x.rows());
    }

    private static void move(double[] beta, Matrix x, int row, byte outcome, double weight, double rate, Way way) {
        int k = x.columns();
        int at = row * k;
        double margin = beta[0];
        for (int c = 0; c < k; c++) margin += beta[c + 1] * x.values()[at + c];
        double label = 2 * outcome - 1;
        double pull = way.hinge() ? (label * margin < 1 ? label : 0) : label / (1 + Math.exp(label * margin));
        double step = Math.min(rate * weight, 1) * pull;
        double shrink = 1 / (1 + rate * way.lambda());
        double cut = rate * way.lambda();
        beta[0] += step;
        for (int c = 0; c < k; c++) {
            double moved = beta[c + 1] + step * x.values()[at + c];
            beta[c + 1] = !way.lasso() ? moved * shrink : moved > cut ? moved - cut : moved < -cut ? moved + cut : 0;
        }
    }
}
