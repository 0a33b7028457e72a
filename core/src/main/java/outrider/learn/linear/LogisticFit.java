package outrider.learn.linear;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.base.Undefined;
import outrider.learn.Coefficient;

/**
 * What logistic regression learnt, on the inputs' own scale.
 *
 * @param coefficients the intercept, then one an input; 0 for a dropped input
 * @param standardErrors null when penalised or separated; NaN within for dropped inputs
 * @param deviations standard deviation of each input in training
 * @param dropped inputs left out because they are constant or a combination of earlier ones
 * @param separated inputs that tell some records' outcome without fail, so that their coefficients have no finite value
 */
public record LogisticFit(
        double[] coefficients,
        double @Nullable [] standardErrors,
        double[] deviations,
        Likelihood likelihood,
        int iterations,
        boolean converged,
        List<Integer> dropped,
        List<Integer> separated) {

    /**
     * How likely the training outcomes are.
     *
     * @param log of the fit's
     * @param nullLog of the base rate's
     */
    public record Likelihood(double log, double nullLog, int parameters, double records) {
        public double aic() {
            return -2 * log + 2 * parameters;
        }

        public double bic() {
            return -2 * log + parameters * Math.log(records);
        }

        /** McFadden's R². */
        public double mcfadden() {
            return 1 - log / nullLog;
        }
    }

    /** The same without standard errors, which no information matrix tells where records stand for others by weights. */
    LogisticFit withoutErrors() {
        return moved(0, null);
    }

    /** The same with another intercept. */
    LogisticFit moved(double by, double @Nullable [] errors) {
        double[] other = coefficients.clone();
        other[0] += by;
        return new LogisticFit(other, errors, deviations, likelihood, iterations, converged, dropped, separated);
    }

    /** The intercept, then one line an input. */
    public List<Coefficient> table(List<String> inputs) {
        List<Coefficient> lines = new ArrayList<>();
        for (int c = 0; c < coefficients().length; c++) {
            double beta = coefficients()[c];
            double error = standardErrors() == null ? Double.NaN : standardErrors()[c];
            boolean dropped = c > 0 && dropped().contains(c - 1);
            boolean separated = c > 0 && separated().contains(c - 1);
            double sd = c == 0 || dropped ? Double.NaN : deviations()[c - 1];
            double half = Normal.Z95 * error;
            double ratio = c == 0 || dropped || separated ? Double.NaN : beta;
            lines.add(new Coefficient(
                    c == 0 ? "(intercept)" : inputs.get(c - 1),
                    beta,
                    Undefined.orNull(error),
                    Undefined.orNull(beta / error),
                    Double.isNaN(error) ? null : Normal.twoSided(beta / error),
                    odds(ratio),
                    odds(ratio - half),
                    odds(ratio + half),
                    odds(ratio * sd),
                    odds((ratio - half) * sd),
                    odds((ratio + half) * sd),
                    dropped,
                    separated));
        }
        return lines;
    }

    private static @Nullable Double odds(double logOdds) {
        return Undefined.orNull(Math.exp(logOdds));
    }
}
