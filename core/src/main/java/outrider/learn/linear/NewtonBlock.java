package outrider.learn.linear;

/** Loss, gradient and the lower half of the information of logistic regression over a run of rows, four rows at a time. */
final class NewtonBlock {
    private final double[] z;
    private final byte[] y;
    private final double[] w;
    private final int k;
    final double[] gradient;
    final double[] information;
    double loss;

    NewtonBlock(double[] z, byte[] y, double[] w, int k) {
        this.z = z;
        this.y = y;
        this.w = w;
        this.k = k;
        gradient = new double[k];
        information = new double[k * k];
    }

    void add(double[] beta, int from, int to) {
        int row = from;
        for (; row + 4 <= to; row += 4) four(beta, row);
        for (; row < to; row++) one(beta, row);
    }

    void add(NewtonBlock other) {
        loss += other.loss;
        for (int a = 0; a < k; a++) gradient[a] += other.gradient[a];
        for (int a = 0; a < information.length; a++) information[a] += other.information[a];
    }

    /** The weighted residual p − y of a row; adds its loss. */
    private double residual(double eta, int row, double[] curve, int at) {
        double weight = w == null ? 1 : w[row];
        double small = Math.exp(-Math.abs(eta));
        double p = eta >= 0 ? 1 / (1 + small) : small / (1 + small);
        loss += weight * (Math.max(0, y[row] == 1 ? -eta : eta) + Math.log1p(small));
        curve[at] = weight * p * (1 - p);
        return weight * (p - y[row]);
    }

    private final double[] curves = new double[4];

    private void four(double[] beta, int row) {
        int m = k - 1;
        int r0 = row * m;
        int r1 = r0 + m;
        int r2 = r1 + m;
        int r3 = r2 + m;
        double e0 = beta[0];
        double e1 = e0;
        double e2 = e0;
        double e3 = e0;
        for (int c = 0; c < m; c++) {
            double slope = beta[c + 1];
            e0 += slope * z[r0 + c];
            e1 += slope * z[r1 + c];
            e2 += slope * z[r2 + c];
            e3 += slope * z[r3 + c];
        }
        double g0 = residual(e0, row, curves, 0);
        double g1 = residual(e1, row + 1, curves, 1);
        double g2 = residual(e2, row + 2, curves, 2);
        double g3 = residual(e3, row + 3, curves, 3);
        gradient[0] += g0 + g1 + g2 + g3;
        information[0] += curves[0] + curves[1] + curves[2] + curves[3];
        for (int a = 0; a < m; a++) {
            double z0 = z[r0 + a];
            double z1 = z[r1 + a];
            double z2 = z[r2 + a];
            double z3 = z[r3 + a];
            gradient[a + 1] += g0 * z0 + g1 * z1 + g2 * z2 + g3 * z3;
            z0 *= curves[0];
            z1 *= curves[1];
            z2 *= curves[2];
            z3 *= curves[3];
            int at = (a + 1) * k;
            information[at] += z0 + z1 + z2 + z3;
            multiply(information, at + 1, z, r0, r1, r2, r3, a + 1, z0, z1, z2, z3);
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

    private void one(double[] beta, int row) {
        int m = k - 1;
        int r = row * m;
        double eta = beta[0];
        for (int c = 0; c < m; c++) eta += beta[c + 1] * z[r + c];
        double g = residual(eta, row, curves, 0);
        gradient[0] += g;
        information[0] += curves[0];
        for (int a = 0; a < m; a++) {
            gradient[a + 1] += g * z[r + a];
            double scaled = curves[0] * z[r + a];
            int at = (a + 1) * k;
            information[at] += scaled;
            for (int b = 0; b <= a; b++) information[at + 1 + b] += scaled * z[r + b];
        }
    }
}
