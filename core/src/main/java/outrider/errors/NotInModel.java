package outrider.errors;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.learn.calibrate.LogisticMap;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.prepare.Matrix;
import outrider.rank.IndexedRanking;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.Sample;

/** Columns that a candidate does not read and that would tell its records apart (METHODS section 8). */
public final class NotInModel {
    private static final int FOLDS = 5;
    private static final double PRIOR = 20;
    private static final double SHARE = 0.1;
    private static final double EDGE = 1e-6;

    private NotInModel() {}

    /**
     * What a column would add.
     *
     * @param auc of the candidate's out-of-fold scores
     * @param gain AUC of them and the column together, less {@code auc}
     * @param interval 95 % of the gain, from the paired error of DeLong and others 1988 on the scale of its root, since a gain grows with
     *     the square of the column's weight; null where it is unknown or nothing is gained
     * @param chiSquare likelihood ratio, one degree of freedom; {@code p} its probability by chance
     * @param told whether it stays after Benjamini and Hochberg's correction at 10 %
     */
    public record Added(
            String column, double auc, double gain, Drawn.Bounds interval, double chiSquare, double p, boolean told) {}

    /**
     * Largest likelihood ratio first. O(records · columns).
     *
     * @param columns training's, each grouped
     * @param logit of the candidate's score by record, by models that did not see the record
     * @param unit of each record, or null where each stands alone: folds take them together, and so does the ratio's scale
     */
    public static List<Added> of(
            List<GroupedColumn> columns, byte[] outcome, double[] logit, int @Nullable [] unit, long seed) {
        LogisticFit alone = fit(outcome, logit);
        Sample sample = new Sample(outcome, null, null, unit);
        AucUncertainty without = ranked(logit, sample);
        double auc = without.auc();
        double spread = spread(outcome, logit, alone, unit);
        List<Added> all = new ArrayList<>();
        for (GroupedColumn column : columns) {
            double[] rate = outOfFold(column, outcome, unit, new Seeds(seed));
            LogisticFit both = fit(outcome, logit, rate);
            double weight = both.coefficients()[2];
            // rates of the other folds lie against the own one by chance alone; only agreement tells something
            boolean agrees = weight > 0;
            double ratio = agrees
                    ? Math.max(
                                    0,
                                    2
                                            * (both.likelihood().log()
                                                    - alone.likelihood().log()))
                            / spread
                    : 0;
            AucUncertainty with = without;
            if (agrees) {
                double[] together = new double[logit.length];
                for (int i = 0; i < together.length; i++) {
                    together[i] = both.coefficients()[1] * logit[i] + weight * rate[i];
                }
                with = ranked(together, sample);
            }
            double p = Normal.twoSided(Math.sqrt(ratio));
            String name = column.conditions().get(0).column();
            AucUncertainty.Difference gain = with.minus(without);
            all.add(new Added(name, auc, gain.difference(), interval(gain), ratio, p, false));
        }
        boolean[] told = FalseDiscovery.told(all.stream().mapToDouble(Added::p).toArray(), SHARE);
        List<Added> added = new ArrayList<>();
        for (int i = 0; i < told.length; i++) {
            Added a = all.get(i);
            added.add(new Added(a.column(), a.auc(), a.gain(), a.interval(), a.chiSquare(), a.p(), told[i]));
        }
        added.sort(Comparator.comparingDouble(a -> -a.chiSquare()));
        return added;
    }

    /**
     * Log-odds by record of scores on training: of probabilities themselves, of other scores by a fitted line.
     *
     * @param probability whether the scores are probabilities
     */
    public static double[] logits(double[] score, byte[] outcome, boolean probability) {
        LogisticMap map = probability ? null : LogisticMap.fit(score, outcome, false);
        double[] logit = new double[score.length];
        for (int i = 0; i < logit.length; i++) {
            double p = map == null ? score[i] : map.probability(score[i]);
            p = Math.min(1 - EDGE, Math.max(EDGE, p));
            logit[i] = Math.log(p / (1 - p));
        }
        return logit;
    }

    private static Drawn.Bounds interval(AucUncertainty.Difference gain) {
        if (gain.standardError() == null || gain.difference() <= 0) return new Drawn.Bounds(null, null);
        double root = Math.sqrt(gain.difference());
        double half = Normal.Z95 * gain.standardError() / 2 / root;
        double low = Math.max(0, root - half);
        return new Drawn.Bounds(low * low, (root + half) * (root + half));
    }

    private static AucUncertainty ranked(double[] score, Sample sample) {
        return AucUncertainty.of(IndexedRanking.of(score, sample.outcome(), null, null), sample);
    }

    private static LogisticFit fit(byte[] outcome, double[]... inputs) {
        double[] values = new double[outcome.length * inputs.length];
        for (int i = 0; i < outcome.length; i++) {
            for (int c = 0; c < inputs.length; c++) values[i * inputs.length + c] = inputs[c][i];
        }
        return LogisticRegression.fit(
                new Matrix(values, outcome.length, inputs.length), outcome, null, 0, Progress.NONE);
    }

    /** Log-odds of a record's group in the other folds, smoothed with 20 records at the base rate. */
    private static double[] outOfFold(GroupedColumn column, byte[] outcome, int @Nullable [] unit, Seeds seeds) {
        int groups = column.conditions().size() + 1;
        double[][] records = new double[FOLDS + 1][groups];
        double[][] events = new double[FOLDS + 1][groups];
        int[] fold = new int[outcome.length];
        double all = 0;
        for (int i = 0; i < outcome.length; i++) {
            fold[i] = seeds.fast(unit == null ? i : unit[i]).nextInt(FOLDS);
            int group = column.group()[i] + 1;
            for (int f : new int[] {fold[i], FOLDS}) {
                records[f][group]++;
                events[f][group] += outcome[i];
            }
            all += outcome[i];
        }
        double rate = all / outcome.length;
        double[] logit = new double[outcome.length];
        for (int i = 0; i < logit.length; i++) {
            int group = column.group()[i] + 1;
            double others = records[FOLDS][group] - records[fold[i]][group];
            double share = (events[FOLDS][group] - events[fold[i]][group] + PRIOR * rate) / (others + PRIOR);
            logit[i] = Math.log(share / (1 - share));
        }
        return logit;
    }

    private static double spread(byte[] outcome, double[] logit, LogisticFit fit, int @Nullable [] unit) {
        if (unit == null) return 1;
        double[] probability = new double[logit.length];
        for (int i = 0; i < logit.length; i++) {
            probability[i] = 1 / (1 + Math.exp(-fit.coefficients()[0] - fit.coefficients()[1] * logit[i]));
        }
        return Units.spread(outcome, probability, unit);
    }
}
