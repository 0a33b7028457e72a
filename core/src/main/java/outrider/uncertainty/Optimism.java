package outrider.uncertainty;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/**
 * How much better than the truth the best of several candidates looks because it was chosen on the same records: the mean, over
 * resamples, of what the best of the resample shows there less what it has in truth, the figures seen standing for the truth
 * (Efron 1983, applied to the choice).
 */
public final class Optimism {
    private static final int RESAMPLES = 4000;

    private Optimism() {}

    /**
     * @param values one figure a candidate, higher is better
     * @param covariance of the figures, k by k
     * @return in the figure's unit, at least 0; 0 for one candidate
     */
    public static double of(double[] values, double[][] covariance, RandomStream random) {
        int k = values.length;
        double[][] root = root(covariance);
        double sum = 0;
        double[] z = new double[k];
        for (int r = 0; r < RESAMPLES; r++) {
            for (int i = 0; i < k; i++) z[i] = random.nextGaussian();
            double best = Double.NEGATIVE_INFINITY;
            double excess = 0;
            for (int i = 0; i < k; i++) {
                double noise = 0;
                for (int j = 0; j <= i; j++) noise += root[i][j] * z[j];
                if (values[i] + noise <= best) continue;
                best = values[i] + noise;
                excess = noise;
            }
            sum += excess;
        }
        return k < 2 ? 0 : Math.max(0, sum / RESAMPLES);
    }

    /** Cholesky's root; directions without variance are left out. */
    private static double[][] root(double[][] covariance) {
        int k = covariance.length;
        double[][] root = new double[k][k];
        double most =
                IntStream.range(0, k).mapToDouble(i -> covariance[i][i]).max().orElse(0);
        for (int j = 0; j < k; j++) {
            for (int i = j; i < k; i++) {
                double left = covariance[i][j];
                for (int m = 0; m < j; m++) left -= root[i][m] * root[j][m];
                if (i == j) root[j][j] = left > 1e-12 * most ? Math.sqrt(left) : 0;
                else root[i][j] = root[j][j] == 0 ? 0 : left / root[j][j];
            }
        }
        return root;
    }

    /** Of the best AUC among candidates on the same records; null for fewer than two, or without standard errors. */
    public static @Nullable Double ofAuc(List<AucUncertainty> own, Seeds seeds) {
        int k = own.size();
        if (k < 2 || own.get(0).interval().standardError() == null) return null;
        double[] auc = own.stream().mapToDouble(AucUncertainty::auc).toArray();
        double[][] covariance = new double[k][k];
        for (int i = 0; i < k; i++) {
            for (int j = 0; j <= i; j++)
                covariance[i][j] = covariance[j][i] = requireNonNull(own.get(i).covariance(own.get(j)));
        }
        return of(auc, covariance, seeds.stream("optimism"));
    }

    /**
     * Of the best of figures that were resampled together; null for fewer than two.
     *
     * @param values one figure a candidate
     * @param replicates by candidate; those that are undefined for one are left out for all
     */
    public static @Nullable Double ofDraws(double[] values, double[][] replicates, Seeds seeds) {
        int k = values.length;
        if (k < 2) return null;
        int[] defined = IntStream.range(0, replicates[0].length)
                .filter(r -> Arrays.stream(replicates).noneMatch(one -> Double.isNaN(one[r])))
                .toArray();
        if (defined.length < 2) return null;
        double[] mean = new double[k];
        for (int i = 0; i < k; i++) for (int r : defined) mean[i] += replicates[i][r] / defined.length;
        double[][] covariance = new double[k][k];
        for (int i = 0; i < k; i++) {
            for (int j = 0; j <= i; j++) {
                double sum = 0;
                for (int r : defined) sum += (replicates[i][r] - mean[i]) * (replicates[j][r] - mean[j]);
                covariance[i][j] = covariance[j][i] = sum / (defined.length - 1);
            }
        }
        return of(values, covariance, seeds.stream("optimism"));
    }
}
