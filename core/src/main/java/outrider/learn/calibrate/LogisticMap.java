package outrider.learn.calibrate;

import outrider.base.BadInput;

/**
 * Intercept and slope by maximum likelihood, on the log-odds of a probability or on a plain score (Cox 1958; Platt 1999). Scores that say
 * nothing, whose slope would not rise, keep their order and all promise nearly the base rate.
 *
 * @param onLogOdds whether scores are probabilities, of which the log-odds are taken
 * @param edge by how much probabilities are kept off 0 and 1; 0 in documents of before, which took {@link #CLIP}
 */
public record LogisticMap(double intercept, double slope, boolean onLogOdds, double edge) implements Calibration {
    private static final double CLIP = 1e-15;
    /** In standard deviations of what it is read from. */
    private static final double NEARLY_FLAT = 1e-3;

    /** @throws BadInput if there is no finite fit */
    public static LogisticMap fit(double[] score, byte[] outcome, boolean probability) {
        double[] x = new double[score.length];
        double edge = 1 / (2.0 * score.length);
        for (int i = 0; i < x.length; i++) x[i] = read(score[i], probability, edge);
        CalibrationLine line = CalibrationLine.fit(x, outcome, null, null);
        if (line == null) {
            throw BadInput.of(
                    "calibration", "logistic finds no line through the out-of-fold scores", "choose none or isotonic");
        }
        if (line.slope() > 0) return new LogisticMap(line.intercept(), line.slope(), probability, edge);
        double mean = 0;
        double squares = 0;
        double events = 0;
        for (int i = 0; i < x.length; i++) {
            mean += x[i] / x.length;
            events += outcome[i];
        }
        for (double one : x) squares += (one - mean) * (one - mean) / x.length;
        double slope = NEARLY_FLAT / Math.max(1e-9, Math.sqrt(squares));
        return new LogisticMap(Math.log(events / (x.length - events)) - slope * mean, slope, probability, edge);
    }

    private static double read(double score, boolean probability, double edge) {
        if (!probability) return score;
        double clip = edge == 0 ? CLIP : edge;
        double p = Math.min(1 - clip, Math.max(clip, score));
        return Math.log(p / (1 - p));
    }

    @Override
    public double probability(double score) {
        return 1 / (1 + Math.exp(-(intercept + slope * read(score, onLogOdds, edge))));
    }
}
