package outrider.learn;

import org.jspecify.annotations.Nullable;

/**
 * One line of a logistic regression's table. Odds ratios are exp(coefficient), per unit and per standard deviation; what has no
 * finite value, or no inference, is null.
 */
public record Coefficient(
        String input,
        double coefficient,
        @Nullable Double standardError,
        @Nullable Double z,
        @Nullable Double pValue,
        @Nullable Double oddsRatio,
        @Nullable Double oddsRatioLow,
        @Nullable Double oddsRatioHigh,
        @Nullable Double oddsRatioPerSd,
        @Nullable Double oddsRatioPerSdLow,
        @Nullable Double oddsRatioPerSdHigh,
        boolean dropped,
        boolean separated) {}
