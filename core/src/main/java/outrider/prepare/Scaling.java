package outrider.prepare;

import org.jspecify.annotations.Nullable;

/** Mean and standard deviation (divisor n) of each input, fitted on training. A constant input has deviation 0. */
public record Scaling(double[] mean, double[] deviation) {

    /**
     * Of every input.
     *
     * @param weight or null; a weight counts as that many records. Two passes over what is not 0.
     */
    public static Scaling fit(Design x, double @Nullable [] weight) {
        int k = x.columns();
        double[] sum = new double[k];
        double total = 0;
        for (int r = 0; r < x.rows(); r++) {
            double w = weight == null ? 1 : weight[r];
            total += w;
            for (int p = 0, at = r * x.dense(); p < x.dense(); p++) sum[p] += w * x.values()[at + p];
            for (int j = x.start()[r]; j < x.start()[r + 1]; j++) sum[x.at()[j]] += w * x.value()[j];
        }
        double[] square = new double[k];
        double[] seen = new double[k];
        for (int p = 0; p < k; p++) sum[p] /= total;
        for (int r = 0; r < x.rows(); r++) {
            double w = weight == null ? 1 : weight[r];
            for (int p = 0, at = r * x.dense(); p < x.dense(); p++) {
                double off = x.values()[at + p] - sum[p];
                square[p] += w * off * off;
            }
            for (int j = x.start()[r]; j < x.start()[r + 1]; j++) {
                int p = x.at()[j];
                double off = x.value()[j] - sum[p];
                square[p] += w * off * off;
                seen[p] += w;
            }
        }
        double[] mean = new double[k];
        double[] deviation = new double[k];
        for (int p = 0; p < k; p++) {
            if (p >= x.dense()) square[p] += Math.max(0, total - seen[p]) * sum[p] * sum[p];
            double spread = Math.sqrt(square[p] / total);
            mean[x.inputs()[p]] = sum[p];
            deviation[x.inputs()[p]] = spread <= 1e-12 * Math.max(1, Math.abs(sum[p])) ? 0 : spread;
        }
        return new Scaling(mean, deviation);
    }

    /** The scaling of numbers alone: the 0/1 inputs of levels stay as they are, constant ones still have deviation 0. */
    public Scaling ofNumbers(Design x) {
        double[] from = mean.clone();
        double[] by = deviation.clone();
        for (int p = 0; p < x.columns(); p++) {
            if (p >= x.dense()) from[x.inputs()[p]] = 0;
            if (x.level()[p] && by[x.inputs()[p]] > 0) by[x.inputs()[p]] = 1;
        }
        return new Scaling(from, by);
    }

    /**
     * The intercept and slopes on inputs as they are, of ones on scaled inputs.
     *
     * @param slopes by input; 0 stays where the deviation is 0
     */
    public double unscale(double intercept, double[] slopes) {
        double plain = intercept;
        for (int c = 0; c < slopes.length; c++) {
            slopes[c] = deviation[c] == 0 ? 0 : slopes[c] / deviation[c];
            plain -= slopes[c] * mean[c];
        }
        return plain;
    }
}
