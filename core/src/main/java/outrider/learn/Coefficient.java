package outrider.learn;

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
        boolean separated) {}
