package outrider.prepare;

/** Mean and standard deviation (divisor n) of each input, fitted on training. A constant input has deviation 0. */
public record Scaling(double[] mean, double[] deviation) {

    /** @param weight or null; a weight counts as that many records. Two passes, O(rows · columns). */
    public static Scaling fit(Matrix x, double[] weight) {
        int k = x.columns();
        double[] mean = new double[k];
        double[] deviation = new double[k];
        double total = 0;
        for (int r = 0; r < x.rows(); r++) {
            double w = weight == null ? 1 : weight[r];
            total += w;
            for (int c = 0; c < k; c++) mean[c] += w * x.at(r, c);
        }
        for (int c = 0; c < k; c++) mean[c] /= total;
        for (int r = 0; r < x.rows(); r++) {
            double w = weight == null ? 1 : weight[r];
            for (int c = 0; c < k; c++) {
                double off = x.at(r, c) - mean[c];
                deviation[c] += w * off * off;
            }
        }
        for (int c = 0; c < k; c++) {
            double spread = Math.sqrt(deviation[c] / total);
            deviation[c] = spread <= 1e-12 * Math.max(1, Math.abs(mean[c])) ? 0 : spread;
        }
        return new Scaling(mean, deviation);
    }

    /** (x − mean) / deviation; 0 for a constant input. */
    public Matrix apply(Matrix x) {
        return applyInPlace(new Matrix(x.values().clone(), x.rows(), x.columns()));
    }

    /** The same, written over the values of {@code x}, which is given back. */
    public Matrix applyInPlace(Matrix x) {
        int k = x.columns();
        double[] values = x.values();
        for (int r = 0, at = 0; r < x.rows(); r++) {
            for (int c = 0; c < k; c++, at++) {
                values[at] = deviation[c] == 0 ? 0 : (values[at] - mean[c]) / deviation[c];
            }
        }
        return x;
    }
}
