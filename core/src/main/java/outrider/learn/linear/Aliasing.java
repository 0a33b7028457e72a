package outrider.learn.linear;

import java.util.ArrayList;
import java.util.List;
import outrider.prepare.Matrix;
import outrider.prepare.Scaling;

/** Finds inputs that are constant, or combinations of the inputs before them, by a sequential Cholesky sweep. */
final class Aliasing {
    /** An input whose unexplained share of variance is below this is taken for a combination of earlier ones. */
    private static final double UNEXPLAINED = 1e-9;

    private Aliasing() {}

    /** @param combinations whether combinations are sought too, or constants only; O(n·k² + k³) */
    static List<Integer> find(Matrix scaled, Scaling scaling, boolean combinations) {
        int k = scaled.columns();
        List<Integer> dropped = new ArrayList<>();
        double[][] cross = combinations ? crossProduct(scaled) : new double[k][k];
        double[][] root = new double[k][k];
        for (int a = 0; a < k; a++) {
            if (scaling.deviation()[a] == 0) {
                dropped.add(a);
                continue;
            }
            if (!combinations) continue;
            double left = cross[a][a];
            for (int b = 0; b < a; b++) {
                if (dropped.contains(b)) continue;
                double sum = cross[a][b];
                for (int c = 0; c < b; c++) sum -= root[a][c] * root[b][c];
                root[a][b] = sum / root[b][b];
                left -= root[a][b] * root[a][b];
            }
            if (left < UNEXPLAINED * cross[a][a]) {
                dropped.add(a);
                java.util.Arrays.fill(root[a], 0);
            } else {
                root[a][a] = Math.sqrt(left);
            }
        }
        return dropped;
    }

    private static double[][] crossProduct(Matrix x) {
        int k = x.columns();
        double[][] cross = new double[k][k];
        for (int r = 0; r < x.rows(); r++) {
            int row = r * k;
            for (int a = 0; a < k; a++) {
                double value = x.values()[row + a];
                if (value == 0) continue;
                for (int b = 0; b <= a; b++) cross[a][b] += value * x.values()[row + b];
            }
        }
        return cross;
    }

    static Matrix without(Matrix x, List<Integer> dropped) {
        if (dropped.isEmpty()) return x;
        int k = x.columns() - dropped.size();
        double[] kept = new double[x.rows() * k];
        for (int r = 0, at = 0; r < x.rows(); r++) {
            for (int c = 0; c < x.columns(); c++) if (!dropped.contains(c)) kept[at++] = x.at(r, c);
        }
        return new Matrix(kept, x.rows(), k);
    }
}
