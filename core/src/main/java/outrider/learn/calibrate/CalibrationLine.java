package outrider.learn.calibrate;

import static java.util.Objects.requireNonNull;

import org.jspecify.annotations.Nullable;
import outrider.base.LogLoss;
import outrider.base.Stretches;

/**
 * Intercept and slope of the outcome on one variable by maximum likelihood, by Newton's method (Cox 1958). The Wald intervals take
 * records of one unit together (Huber 1967; Liang and Zeger 1986).
 *
 * @param interceptError and {@code slopeError}: standard errors
 */
public record CalibrationLine(double intercept, double slope, double interceptError, double slopeError) {
    private static final int MOST_STEPS = 60;
    private static final double TOLERANCE = 1e-12;
    /** From so many records on the line of a share of them is a place to begin. */
    private static final int MANY = 1 << 16;

    private static final int APART = 16;

    /**
     * O(n) a step.
     *
     * @param x finite, one a record
     * @param outcome 0 or 1
     * @param weight above 0, or null
     * @param unit from 0, or null where every record stands alone
     * @return null where there is no finite maximum: a constant variable, or one that parts the outcomes
     */
    public static @Nullable CalibrationLine fit(
            double[] x, byte[] outcome, double @Nullable [] weight, int @Nullable [] unit) {
        if (parts(x, outcome)) return null;
        return from(begin(x, outcome, weight), x, outcome, weight, unit);
    }

    /** The line of every so many records, where there are many and it can be had; else null. */
    private static @Nullable CalibrationLine begin(double[] x, byte[] outcome, double @Nullable [] weight) {
        if (x.length < MANY) return null;
        int few = x.length / APART;
        double[] some = new double[few];
        byte[] ofThem = new byte[few];
        double[] weighing = weight == null ? null : new double[few];
        for (int i = 0; i < few; i++) {
            some[i] = x[i * APART];
            ofThem[i] = outcome[i * APART];
            if (weight != null) requireNonNull(weighing)[i] = weight[i * APART];
        }
        return parts(some, ofThem) ? null : from(null, some, ofThem, weighing, null);
    }

    private static @Nullable CalibrationLine from(
            @Nullable CalibrationLine begin,
            double[] x,
            byte[] outcome,
            double @Nullable [] weight,
            int @Nullable [] unit) {
        double mean = 0;
        double total = 0;
        double events = 0;
        for (int i = 0; i < x.length; i++) {
            double w = weight == null ? 1 : weight[i];
            mean += w * x[i];
            total += w;
            if (outcome[i] == 1) events += w;
        }
        mean /= total;
        double a = begin == null ? Math.log(events / (total - events)) : begin.intercept + begin.slope * mean;
        double b = begin == null ? 0 : begin.slope;
        double[] sums = sums(x, outcome, weight, mean, a, b);
        for (int step = 0; step < MOST_STEPS; step++) {
            double determinant = sums[2] * sums[4] - sums[3] * sums[3];
            double da = (sums[4] * sums[0] - sums[3] * sums[1]) / determinant;
            double db = (sums[2] * sums[1] - sums[3] * sums[0]) / determinant;
            double before = sums[5];
            double share = 1;
            double[] next = sums(x, outcome, weight, mean, a + da, b + db);
            while (!(next[5] <= before + 1e-12 * Math.abs(before)) && share > 1e-6) {
                share /= 2;
                next = sums(x, outcome, weight, mean, a + share * da, b + share * db);
            }
            a += share * da;
            b += share * db;
            sums = next;
            if (before - next[5] <= TOLERANCE * Math.max(1e-300, Math.abs(before))) break;
        }
        double[] errors = errors(x, outcome, weight, unit, mean, a, b, sums);
        return errors == null ? null : new CalibrationLine(a - b * mean, b, errors[0], errors[1]);
    }

    /** Whether one value stands between the outcomes, or is all there is. */
    private static boolean parts(double[] x, byte[] outcome) {
        double[] low = {Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY};
        double[] high = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
        for (int i = 0; i < x.length; i++) {
            int y = outcome[i];
            if (x[i] < low[y]) low[y] = x[i];
            if (x[i] > high[y]) high[y] = x[i];
        }
        return low[1] >= high[0] || high[1] <= low[0];
    }

    /** Gradient of the likelihood (2), information (3) and loss, about the mean of x; by stretches, whatever thread does one. */
    private static double[] sums(
            double[] x, byte[] outcome, double @Nullable [] weight, double mean, double a, double b) {
        return Stretches.sum(x.length, (from, to) -> sums(from, to, x, outcome, weight, mean, a, b));
    }

    private static double[] sums(
            int from, int to, double[] x, byte[] outcome, double @Nullable [] weight, double mean, double a, double b) {
        double pulls = 0;
        double pullsOff = 0;
        double known = 0;
        double knownOff = 0;
        double knownOffSquared = 0;
        double weightedLoss = 0;
        LogLoss loss = new LogLoss();
        for (int i = from; i < to; i++) {
            double w = weight == null ? 1 : weight[i];
            double off = x[i] - mean;
            double eta = a + b * off;
            double small = Math.exp(-Math.abs(eta));
            double p = eta >= 0 ? 1 / (1 + small) : small / (1 + small);
            double pull = w * (outcome[i] - p);
            double information = w * p * (1 - p);
            pulls += pull;
            pullsOff += pull * off;
            known += information;
            knownOff += information * off;
            knownOffSquared += information * off * off;
            double against = outcome[i] == 1 ? -eta : eta;
            if (weight == null) loss.add(against, small);
            else weightedLoss += w * (Math.max(0, against) + Math.log1p(small));
        }
        return new double[] {pulls, pullsOff, known, knownOff, knownOffSquared, weightedLoss + loss.sum()};
    }

    private static double @Nullable [] errors(
            double[] x,
            byte[] outcome,
            double @Nullable [] weight,
            int @Nullable [] unit,
            double mean,
            double a,
            double b,
            double[] sums) {
        double determinant = sums[2] * sums[4] - sums[3] * sums[3];
        if (!(determinant > 1e-12 * sums[2] * sums[4])) return null;
        double aa = sums[4] / determinant;
        double ab = -sums[3] / determinant;
        double bb = sums[2] / determinant;
        if (unit != null) {
            double[][] pull = new double[2][x.length];
            int units = 0;
            for (int i = 0; i < x.length; i++) {
                double w = weight == null ? 1 : weight[i];
                double off = x[i] - mean;
                double residual = w * (outcome[i] - 1 / (1 + Math.exp(-(a + b * off))));
                pull[0][unit[i]] += residual;
                pull[1][unit[i]] += residual * off;
                units = Math.max(units, unit[i] + 1);
            }
            double factor = units / (units - 1.0);
            double[] meat = new double[3];
            for (int u = 0; u < units; u++) {
                double one = aa * pull[0][u] + ab * pull[1][u];
                double other = ab * pull[0][u] + bb * pull[1][u];
                meat[0] += one * one;
                meat[1] += one * other;
                meat[2] += other * other;
            }
            aa = factor * meat[0];
            ab = factor * meat[1];
            bb = factor * meat[2];
        }
        double variance = aa - 2 * mean * ab + mean * mean * bb;
        return new double[] {Math.sqrt(Math.max(0, variance)), Math.sqrt(bb)};
    }
}
