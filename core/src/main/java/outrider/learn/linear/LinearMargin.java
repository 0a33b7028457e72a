package outrider.learn.linear;

import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.prepare.Design;

/**
 * A linear margin by stochastic gradient with averaging of the second half's steps (Polyak and Juditsky 1992; step sizes after
 * Bottou 2012; shrinking as one factor for all slopes, Xu 2011). One record at a time, in seeded order: the number of threads plays no part.
 */
public final class LinearMargin {
    /** Below this the common factor is multiplied into the slopes. */
    private static final double SMALL = 1e-9;

    /**
     * @param hinge the hinge loss, else the log loss
     * @param lasso penalty λ·Σ|β|, else λ/2·Σβ²; both beside the mean loss
     * @param passes over the records
     */
    public record Options(boolean hinge, boolean lasso, double lambda, int passes) {}

    private final Design x;
    private final Options options;
    /** The slopes are {@code factor · slopes}, the intercept's place is 0 and is never shrunk. */
    private final double[] slopes;

    private double factor = 1;
    private double intercept;
    /** The sum of the slopes over the averaged steps is {@code weight · slopes + rest}. */
    private final double[] rest;

    private double weight;
    private double intercepts;
    private long averaged;

    private LinearMargin(Design x, Options options) {
        this.x = x;
        this.options = options;
        slopes = new double[x.columns() + 1];
        rest = new double[x.columns() + 1];
    }

    /**
     * @param x scaled inputs
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row; scaled to mean 1 here
     * @return a slope an input
     */
    public static LinearFit fit(
            Design x, byte[] outcome, double[] weight, Options options, RandomStream random, Progress progress) {
        return new LinearMargin(x, options).fit(outcome, weight, random, progress);
    }

    private LinearFit fit(byte[] outcome, double[] weights, RandomStream random, Progress progress) {
        int n = x.rows();
        double total = 0;
        for (double w : weights) total += w;
        double unit = n / total;
        int[] order = new int[n];
        for (int i = 0; i < n; i++) order[i] = i;
        double first = 1.0 / (1 + typicalSquare());
        long step = 0;
        for (int pass = 0; pass < options.passes(); pass++) {
            random.shuffle(order);
            for (int i = 0; i < n; i++, step++) {
                if ((step & 1023) == 0)
                    progress.checkpoint((pass + i / (double) n) / options.passes(), "pass " + (pass + 1));
                double rate = first / Math.pow(1 + options.lambda() * first * step + step / (10.0 * n), 0.75);
                move(order[i], outcome[order[i]], unit * weights[order[i]], rate);
                if (2 * pass >= options.passes() - 1) {
                    averaged++;
                    weight += factor;
                    intercepts += intercept;
                }
            }
        }
        double[] byInput = new double[x.columns()];
        for (int p = 0; p < byInput.length; p++) {
            byInput[x.inputs()[p]] = (weight * slopes[p + 1] + rest[p + 1]) / averaged;
        }
        return new LinearFit(intercepts / averaged, byInput);
    }

    private double typicalSquare() {
        double sum = 0;
        for (double value : x.values()) sum += value * value;
        for (double value : x.value()) sum += value * value;
        return sum / Math.max(1, x.rows());
    }

    private void move(int row, byte outcome, double recordWeight, double rate) {
        slopes[0] = 0;
        double margin = intercept + factor * x.margin(slopes, row);
        double label = 2 * outcome - 1;
        double pull = options.hinge() ? (label * margin < 1 ? label : 0) : label / (1 + Math.exp(label * margin));
        double step = Math.min(rate * recordWeight, 1) * pull;
        if (step != 0) {
            intercept += step;
            x.addTo(slopes, step / factor, row);
            x.addTo(rest, -weight * step / factor, row);
        }
        if (options.lasso()) {
            cut(rate * options.lambda());
        } else {
            factor /= 1 + rate * options.lambda();
            if (factor < SMALL) fold();
        }
    }

    /** Pulls every slope towards 0 by so much, and no further. */
    private void cut(double by) {
        for (int c = 1; c < slopes.length; c++) {
            double to = slopes[c] > by ? slopes[c] - by : slopes[c] < -by ? slopes[c] + by : 0;
            rest[c] -= weight * (to - slopes[c]);
            slopes[c] = to;
        }
    }

    private void fold() {
        for (int c = 1; c < slopes.length; c++) slopes[c] *= factor;
        weight /= factor;
        factor = 1;
    }
}
