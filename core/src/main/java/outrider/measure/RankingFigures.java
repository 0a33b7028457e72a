package outrider.measure;

import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;

/** The figures of a whole ranking (METHODS section 1). All shares, 0 to 1; gini and ks −1 to 1. */
public record RankingFigures(double auc, double gini, double averagePrecision, Ks ks, double baseRate) {

    /** The largest TPR − FPR over the tie-group points, the first one on ties, and where it is. */
    public record Ks(double value, @Nullable Double score, double depth) {}

    /** O(groups). */
    public static RankingFigures of(Ranking ranking) {
        double events = ranking.totalEvents();
        double others = ranking.total() - events;
        double precisionSum = 0;
        double ks = 0;
        int ksAt = 0;
        for (int g = 1; g <= ranking.groups(); g++) {
            double p = ranking.events(g);
            double before = ranking.events(g - 1);
            double n = ranking.size(g);
            precisionSum += (p - before) * p / n;
            double distance = p / events - (n - p) / others;
            if (distance > ks + 1e-12) {
                ks = distance;
                ksAt = g;
            }
        }
        double auc = ranking.auc();
        return new RankingFigures(
                auc,
                2 * auc - 1,
                precisionSum / events,
                new Ks(ks, ksAt == 0 ? null : ranking.score(ksAt), ranking.size(ksAt) / ranking.total()),
                ranking.baseRate());
    }
}
