package outrider.learn.linear;

import java.util.List;

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
        double[] standardErrors,
        double[] deviations,
        double logLikelihood,
        double nullLogLikelihood,
        int parameters,
        double records,
        int iterations,
        boolean converged,
        List<Integer> dropped,
        List<Integer> separated) {

    public double aic() {
        return -2 * logLikelihood + 2 * parameters;
    }

    public double bic() {
        return -2 * logLikelihood + parameters * Math.log(records);
    }

    /** McFadden's R². */
    public double mcfadden() {
        return 1 - logLikelihood / nullLogLikelihood;
    }
}
