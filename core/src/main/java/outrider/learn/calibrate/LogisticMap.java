package outrider.learn.calibrate;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * Intercept and slope by maximum likelihood, on the log-odds of a probability or on a plain score (Cox 1958; Platt 1999). Scores that say
 * nothing, whose slope would not rise, keep their order and all promise nearly the base rate. Scores that part the outcomes, for which no
 * likelihood is the greatest, are fitted to the targets of Platt (1999), (events + 1) / (events + 2) and 1 / (others + 2).
 *
 * @param onLogOdds whether scores are probabilities, of which the log-odds are taken
 * @param edge by how much probabilities are kept off 0 and 1; 0 in documents of before, which took {@link #CLIP}
 */
public record LogisticMap(double intercept, double slope, boolean onLogOdds, double edge) implements Calibration {
    private static final double CLIP = 1e-15;
    /** In standard deviations of what it is read from. */
    private static final double NEARLY_FLAT = 1e-3;

    /** The map that leaves a probability, or log-odds, as they are, where there is nothing to learn one from. */
    public static LogisticMap asItIs(boolean probability) {
        return new LogisticMap(0, 1, probability, CLIP);
    }

    /** Whether it was not learnt. */
    public boolean leavesAsItIs() {
        return intercept == 0 && slope == 1;
    }

    /** Of records that count once each. */
    public static LogisticMap fit(double[] score, byte[] outcome, boolean probability) {
        return fit(score, outcome, null, probability);
    }

    /** @param weight above 0 with a mean of 1, or null */
    public static LogisticMap fit(double[] score, byte[] outcome, double @Nullable [] weight, boolean probability) {
        double[] x = new double[score.length];
        double edge = 1 / (2.0 * score.length);
        for (int i = 0; i < x.length; i++) x[i] = read(score[i], probability, edge);
        CalibrationLine line = CalibrationLine.fit(x, outcome, weight, null);
        if (line == null) line = toTargets(x, outcome, weight);
        if (line != null && line.slope() > 0) return new LogisticMap(line.intercept(), line.slope(), probability, edge);
        double mean = 0;
        double squares = 0;
        double events = 0;
        for (int i = 0; i < x.length; i++) {
            double w = weight == null ? 1 : weight[i];
            mean += w * x[i] / x.length;
            events += w * outcome[i];
        }
        for (double one : x) squares += (one - mean) * (one - mean) / x.length;
        double slope = NEARLY_FLAT / Math.max(1e-9, Math.sqrt(squares));
        double prior = events == 0 || events >= x.length ? 1 : 0;
        double odds = (events + prior) / (x.length - events + prior);
        return new LogisticMap(Math.log(odds) - slope * mean, slope, probability, edge);
    }

    private static @Nullable CalibrationLine toTargets(double[] x, byte[] outcome, double @Nullable [] own) {
        int n = x.length;
        double events = 0;
        for (int i = 0; i < n; i++) events += (own == null ? 1 : own[i]) * outcome[i];
        double[] twice = Arrays.copyOf(x, 2 * n);
        System.arraycopy(x, 0, twice, n, n);
        byte[] both = Arrays.copyOf(outcome, 2 * n);
        double[] weight = new double[2 * n];
        for (int i = 0; i < n; i++) {
            both[n + i] = (byte) (1 - outcome[i]);
            double share = 1 / ((outcome[i] == 1 ? events : n - events) + 2);
            double w = own == null ? 1 : own[i];
            weight[n + i] = w * share;
            weight[i] = w - weight[n + i];
        }
        return CalibrationLine.fit(twice, both, weight, null);
    }

    private static double read(double score, boolean probability, double edge) {
        if (!probability) return score;
        double clip = clip(edge);
        double p = Math.min(1 - clip, Math.max(clip, score));
        return Math.log(p / (1 - p));
    }

    private static double clip(double edge) {
        return edge == 0 ? CLIP : edge;
    }

    @Override
    public Term term(Term score) {
        Term read = onLogOdds ? Terms.logOdds(score, clip(edge)) : score;
        return Terms.logistic(Terms.sum(Terms.constant(intercept), new Term.Product(Terms.constant(slope), read)));
    }

    @Override
    public double probability(double score) {
        return 1 / (1 + Math.exp(-(intercept + slope * read(score, onLogOdds, edge))));
    }
}
