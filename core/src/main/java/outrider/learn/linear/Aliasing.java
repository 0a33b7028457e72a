package outrider.learn.linear;

import java.util.Arrays;
import org.ejml.data.DMatrixRMaj;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Scaling;

/** Finds inputs that are constant, or combinations of the inputs before them, by a sequential Cholesky sweep. */
final class Aliasing {
    /** An input whose unexplained share of variance is below this is taken for a combination of earlier ones. */
    private static final double UNEXPLAINED = 1e-9;

    private Aliasing() {}

    /**
     * By place.
     *
     * @param combinations whether combinations are sought too, or constants only; O(rows · inputs of a row² + k³)
     */
    static boolean[] find(Design scaled, Scaling scaling, boolean combinations, Workers workers) {
        int k = scaled.columns();
        boolean[] dropped = new boolean[k];
        for (int p = 0; p < k; p++) dropped[p] = scaling.deviation()[scaled.inputs()[p]] == 0;
        if (!combinations) return dropped;
        DMatrixRMaj cross = CrossProduct.of(scaled, null, 1, workers);
        double n = scaled.rows();
        double[][] root = new double[k][];
        for (int a = 0; a < k; a++) {
            root[a] = new double[a + 1];
            if (dropped[a]) continue;
            double mean = cross.get(a + 1, 0) / n;
            double variance = cross.get(a + 1, a + 1) - n * mean * mean;
            double left = variance;
            for (int b = 0; b < a; b++) {
                if (dropped[b]) continue;
                double sum = cross.get(a + 1, b + 1) - mean * cross.get(b + 1, 0);
                double[] other = root[b];
                double[] own = root[a];
                for (int c = 0; c < b; c++) sum -= own[c] * other[c];
                own[b] = sum / other[b];
                left -= own[b] * own[b];
            }
            if (left < UNEXPLAINED * variance) {
                dropped[a] = true;
                Arrays.fill(root[a], 0);
            } else {
                root[a][a] = Math.sqrt(left);
            }
        }
        return dropped;
    }
}
