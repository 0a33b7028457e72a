package outrider.uncertainty;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Normal;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;

/**
 * One candidate's structural components of the AUC (DeLong, DeLong and Clarke-Pearson 1988; by midranks, Sun and Xu 2014), summed
 * within units where several records are one (Obuchowski 1997). Records with weights put their components in by these: the variance of
 * the estimate linearised (Binder 1983), which without weights is the same. O(n log n) to build, O(n) to compare.
 */
public final class AucUncertainty {
    /** An error below this comes of rounding. */
    private static final double NONE = 1e-14;

    private final Sample sample;
    /** Of each unit: summed components of its events, and of its non-events, less the AUC each. */
    private final double[] ofEvents;

    private final double[] ofOthers;
    private final double events;
    private final double others;
    private final int eventUnits;
    private final int otherUnits;
    private final double auc;
    private final @Nullable Double variance;

    /**
     * An AUC with its standard error, null below two units with events or with non-events, and its 95 % interval, symmetric on the logit
     * scale; null where the error is 0 or unknown.
     */
    public record Interval(
            double auc,
            @Nullable Double standardError,
            @Nullable Double low,
            @Nullable Double high) {

        /** Whether the score is the same for every record, so that it says nothing of any. */
        public boolean ofConstant() {
            return standardError != null && standardError < NONE && auc == 0.5;
        }

        static Interval of(double auc, double error) {
            if (error < NONE || auc <= 0 || auc >= 1) return new Interval(auc, error, null, null);
            double middle = Math.log(auc / (1 - auc));
            double half = Normal.Z95 * error / (auc * (1 - auc));
            return new Interval(auc, error, 1 / (1 + Math.exp(half - middle)), 1 / (1 + Math.exp(-half - middle)));
        }

        /**
         * What a model fitted so reaches, by the mean of the AUC within each fold, whose scores are of models of their own and so not of one
         * scale. Its error is that of the mean, by the records or by how far the folds lie apart, whichever is larger, and that of one model
         * about it: how far the folds lie apart beyond what their records explain, less what a model of all the records varies less.
         */
        public static Interval mean(List<Interval> folds) {
            int k = folds.size();
            double mean = folds.stream().mapToDouble(Interval::auc).average().orElseThrow();
            double squares = 0;
            double apart = 0;
            for (Interval fold : folds) {
                if (fold.standardError == null) return new Interval(mean, null, null, null);
                squares += fold.standardError * fold.standardError;
                apart += (fold.auc - mean) * (fold.auc - mean);
            }
            double between = k < 2 ? 0 : apart / (k - 1);
            double ofMean = Math.max(squares / k, between) / k;
            double ofOneModel = Math.max(0, between - squares / k) * (k - 1) / k;
            return of(mean, Math.sqrt(ofMean + ofOneModel));
        }
    }

    /** auc(a) − auc(b); null where the standard error is unknown. Without an error p is 0 for a difference and 1 for none. */
    public record Difference(
            double difference,
            @Nullable Double standardError,
            @Nullable Double z,
            @Nullable Double pValue) {

        /** 95 %; null where the error is unknown. */
        public Drawn.Bounds bounds() {
            if (standardError == null) return new Drawn.Bounds(null, null);
            double half = Normal.Z95 * standardError;
            return new Drawn.Bounds(difference - half, difference + half);
        }
    }

    private AucUncertainty(Sample sample, Ranking ranking, double[] ofEvents, double[] ofOthers, double auc) {
        this.sample = sample;
        this.ofEvents = ofEvents;
        this.ofOthers = ofOthers;
        this.auc = auc;
        events = ranking.totalEvents();
        others = ranking.total() - events;
        eventUnits = sample.unitsWith(1);
        otherUnits = sample.unitsWith(0);
        variance = covariance(this);
    }

    /**
     * @param score finite, one a record
     * @param outcome 0 or 1, both present
     */
    public static AucUncertainty of(double[] score, byte[] outcome) {
        return of(IndexedRanking.of(score, outcome, null, null), Sample.of(outcome));
    }

    /**
     * The same from a ranking that is there already, O(n).
     *
     * @param ranked of these records, weighted if they are
     */
    public static AucUncertainty of(IndexedRanking ranked, Sample sample) {
        Ranking ranking = ranked.ranking();
        double events = ranking.totalEvents();
        double others = ranking.total() - events;
        double auc = ranking.auc();
        int[] unit = sample.unit();
        double[] weight = sample.weight();
        double[] eventSum = new double[sample.units()];
        double[] otherSum = unit == null ? eventSum : new double[eventSum.length];
        int[] points = ranked.point();
        byte[] outcome = sample.outcome();
        for (int i = 0; i < outcome.length; i++) {
            int point = points[i];
            int at = unit == null ? i : unit[i];
            double w = weight == null ? 1 : weight[i];
            double caughtAbove = ranking.events(point - 1);
            double caught = ranking.events(point);
            if (outcome[i] == 0) {
                otherSum[at] += w * ((caughtAbove + caught) / 2 / events - auc);
                continue;
            }
            double above = ranking.size(point - 1) - caughtAbove;
            double upTo = ranking.size(point) - caught;
            eventSum[at] += w * (1 - (above + upTo) / 2 / others - auc);
        }
        return new AucUncertainty(sample, ranking, eventSum, otherSum, auc);
    }

    public double auc() {
        return auc;
    }

    public Interval interval() {
        if (variance == null) return new Interval(auc, null, null, null);
        return Interval.of(auc, Math.sqrt(Math.max(0, variance)));
    }

    /**
     * The paired difference to another candidate on the same records.
     *
     * @throws BadInput if the two are not over the same records
     */
    public Difference minus(AucUncertainty other) {
        if (!Arrays.equals(sample.outcome(), other.sample.outcome())) {
            throw BadInput.of("candidates", "are scored on different records", "compare them on the same part");
        }
        double difference = auc - other.auc;
        if (variance == null) return new Difference(difference, null, null, null);
        double both = variance + requireNonNull(other.variance) - 2 * requireNonNull(covariance(other));
        double error = Math.sqrt(Math.max(0, both));
        if (error < NONE) return new Difference(difference, 0.0, null, Math.abs(difference) < NONE ? 1.0 : 0.0);
        double z = difference / error;
        return new Difference(difference, error, z, Normal.twoSided(z));
    }

    /** Of the two AUCs; null below two units with events or with non-events. */
    public @Nullable Double covariance(AucUncertainty other) {
        if (eventUnits < 2 || otherUnits < 2) return null;
        boolean alone = sample.unit() == null;
        byte[] outcome = sample.outcome();
        double eventPart = 0;
        double otherPart = 0;
        double across = 0;
        for (int u = 0; u < ofEvents.length; u++) {
            if (!alone) {
                eventPart += ofEvents[u] * other.ofEvents[u];
                otherPart += ofOthers[u] * other.ofOthers[u];
                across += ofEvents[u] * other.ofOthers[u] + ofOthers[u] * other.ofEvents[u];
            } else if (outcome[u] == 1) eventPart += ofEvents[u] * other.ofEvents[u];
            else otherPart += ofOthers[u] * other.ofOthers[u];
        }
        double units = ofEvents.length;
        return eventPart * eventUnits / (eventUnits - 1.0) / events / events
                + otherPart * otherUnits / (otherUnits - 1.0) / others / others
                + (alone ? 0 : across * units / (units - 1) / events / others);
    }
}
