package outrider.learn.calibrate;

import outrider.base.BadInput;
import outrider.learn.linear.LogisticRegression;

/**
 * Intercept and slope by maximum likelihood, on the log-odds of a probability or on a plain score (Cox 1958; Platt 1999).
 *
 * @param onLogOdds whether scores are probabilities, of which the log-odds are taken
 */
public record LogisticMap(double intercept, double slope, boolean onLogOdds) implements Calibration {
    private static final double CLIP = 1e-15;

    /** @throws BadInput if there is no finite fit, or its slope is not positive */
    public static LogisticMap fit(double[] score, byte[] outcome, boolean probability) {
        double[] x = new double[score.length];
        for (int i = 0; i < x.length; i++) x[i] = read(score[i], probability);
        double[] line = LogisticRegression.line(x, outcome, null);
        if (line == null || !(line[1] > 0)) {
            throw BadInput.of(
                    "calibration",
                    "logistic finds no rising line through the out-of-fold scores",
                    "choose none or isotonic");
        }
        return new LogisticMap(line[0], line[1], probability);
    }

    private static double read(double score, boolean probability) {
        if (!probability) return score;
        double p = Math.min(1 - CLIP, Math.max(CLIP, score));
        return Math.log(p / (1 - p));
    }

    @Override
    public double probability(double score) {
        return 1 / (1 + Math.exp(-(intercept + slope * read(score, onLogOdds))));
    }
}
