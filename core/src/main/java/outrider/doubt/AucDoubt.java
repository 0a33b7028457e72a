package outrider.doubt;

import java.util.Arrays;
import outrider.base.BadInput;
import outrider.base.Normal;
import outrider.rank.Placed;
import outrider.rank.Ranking;

/**
 * One candidate's structural components of the AUC (DeLong, DeLong and Clarke-Pearson 1988; by midranks, Sun and Xu 2014), O(n
 * log n) to build, O(n) to compare. Unweighted records only.
 */
public final class AucDoubt {
    private final byte[] outcome;
    private final double[] component;
    private final int events;
    private final double auc;

    /** An AUC with its standard error (null below two events or two non-events) and 95 % interval. */
    public record Interval(double auc, Double standardError, Double low, Double high) {}

    /** auc(a) − auc(b); z and p are null where the standard error is 0 or unknown. */
    public record Difference(double difference, Double standardError, Double z, Double pValue) {}

    private AucDoubt(byte[] outcome, double[] component, int events, double auc) {
        this.outcome = outcome;
        this.component = component;
        this.events = events;
        this.auc = auc;
    }

    /**
     * @param score finite, one a record
     * @param outcome 0 or 1, both present
     */
    public static AucDoubt of(double[] score, byte[] outcome) {
        return of(Placed.of(score, outcome, null, null), outcome);
    }

    /** The same from a ranking that is there already, O(n). @param placed unweighted */
    public static AucDoubt of(Placed placed, byte[] outcome) {
        Ranking ranking = placed.ranking();
        int groups = ranking.groups();
        double events = ranking.totalEvents();
        double others = ranking.total() - events;
        double[] ofEvent = new double[groups + 1];
        double[] ofOther = new double[groups + 1];
        for (int g = 1; g <= groups; g++) {
            double above = ranking.size(g - 1) - ranking.events(g - 1);
            double upTo = ranking.size(g) - ranking.events(g);
            ofEvent[g] = 1 - (above + upTo) / 2 / others;
            ofOther[g] = (ranking.events(g - 1) + ranking.events(g)) / 2 / events;
        }
        double[] component = new double[outcome.length];
        for (int i = 0; i < component.length; i++) {
            int point = placed.point()[i];
            component[i] = outcome[i] == 1 ? ofEvent[point] : ofOther[point];
        }
        return new AucDoubt(outcome, component, (int) events, ranking.auc());
    }

    public Interval interval() {
        Double variance = covariance(this);
        if (variance == null) return new Interval(auc, null, null, null);
        double error = Math.sqrt(Math.max(0, variance));
        return new Interval(auc, error, Math.max(0, auc - Normal.Z95 * error), Math.min(1, auc + Normal.Z95 * error));
    }

    /**
     * The paired difference to another candidate on the same records.
     *
     * @throws BadInput if the two are not over the same records
     */
    public Difference minus(AucDoubt other) {
        if (!Arrays.equals(outcome, other.outcome)) {
            throw BadInput.of("candidates", "are scored on different records", "compare them on the same part");
        }
        double difference = auc - other.auc;
        Double mine = covariance(this);
        if (mine == null) return new Difference(difference, null, null, null);
        double variance = mine + other.covariance(other) - 2 * covariance(other);
        double error = Math.sqrt(Math.max(0, variance));
        if (error < 1e-14) return new Difference(difference, 0.0, null, null);
        double z = difference / error;
        return new Difference(difference, error, z, Normal.twoSided(z));
    }

    /** Of the two AUCs; null below two events or two non-events. */
    public Double covariance(AucDoubt other) {
        int others = outcome.length - events;
        if (events < 2 || others < 2) return null;
        double ofEvents = 0;
        double ofOthers = 0;
        for (int i = 0; i < outcome.length; i++) {
            double product = (component[i] - auc) * (other.component[i] - other.auc);
            if (outcome[i] == 1) ofEvents += product;
            else ofOthers += product;
        }
        return ofEvents / (events - 1.0) / events + ofOthers / (others - 1.0) / others;
    }
}
