package outrider.learn.linear;

import java.util.ArrayList;
import java.util.List;
import outrider.base.Normal;
import outrider.base.Undefined;

/**
 * One line of a logistic regression's table. Odds ratios are exp(coefficient), per unit and per standard deviation; what has no
 * finite value, or no inference, is null.
 */
public record Coefficient(
        String input,
        double coefficient,
        Double standardError,
        Double z,
        Double pValue,
        Double oddsRatio,
        Double oddsRatioLow,
        Double oddsRatioHigh,
        Double oddsRatioPerSd,
        Double oddsRatioPerSdLow,
        Double oddsRatioPerSdHigh,
        boolean dropped,
        boolean separated) {

    /** The intercept, then one line an input. */
    public static List<Coefficient> table(LogisticFit fit, List<String> inputs) {
        List<Coefficient> lines = new ArrayList<>();
        for (int c = 0; c < fit.coefficients().length; c++) {
            double beta = fit.coefficients()[c];
            double error = fit.standardErrors() == null ? Double.NaN : fit.standardErrors()[c];
            boolean dropped = c > 0 && fit.dropped().contains(c - 1);
            boolean separated = c > 0 && fit.separated().contains(c - 1);
            double sd = c == 0 || dropped ? Double.NaN : fit.deviations()[c - 1];
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

    private static Double odds(double logOdds) {
        return Undefined.orNull(Math.exp(logOdds));
    }
}
