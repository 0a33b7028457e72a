package outrider.measure;

import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;
import outrider.rank.Ranking;

/** The band table (METHODS section 1). */
public final class Bands {
    private Bands() {}

    /**
     * Rank boundaries of q bands, r_0 = 0 to r_q = N.
     *
     * @throws BadInput if q is below 1 or above N
     */
    public static double[] boundaries(Ranking ranking, int q) {
        if (q < 1 || q > ranking.total()) {
            throw BadInput.of(
                    "bands",
                    q + " bands of " + Math.round(ranking.total()) + " records",
                    "ask for 1 to as many bands as there are records");
        }
        double[] ranks = new double[q + 1];
        for (int k = 0; k <= q; k++) {
            double exact = k * ranking.total() / q;
            ranks[k] = ranking.weighted() ? exact : Math.floor(exact + 0.5);
        }
        ranks[q] = ranking.total();
        return ranks;
    }

    /** @throws BadInput if q is below 1 or above N */
    public static List<BandRow> of(Ranking ranking, int q) {
        double[] ranks = boundaries(ranking, q);
        List<BandRow> rows = new ArrayList<>(q);
        for (int k = 1; k <= q; k++) {
            double from = ranks[k - 1];
            double to = ranks[k];
            double before = ranking.eventsAt(from);
            double upTo = ranking.eventsAt(to);
            double capture = upTo / ranking.totalEvents();
            double rate = (upTo - before) / (to - from);
            rows.add(new BandRow(
                    k,
                    from,
                    to,
                    to - from,
                    upTo - before,
                    rate,
                    rate / ranking.baseRate(),
                    to,
                    upTo,
                    capture,
                    capture / (to / ranking.total()),
                    ranking.score(Math.min(ranking.groups(), ranking.pointAtOrBefore(from) + 1)),
                    ranking.score(groupHolding(ranking, to)),
                    straddled(ranking, from) || straddled(ranking, to)));
        }
        return rows;
    }

    private static int groupHolding(Ranking ranking, double rank) {
        int point = ranking.pointAtOrBefore(rank);
        return ranking.size(point) == rank ? point : Math.min(ranking.groups(), point + 1);
    }

    private static boolean straddled(Ranking ranking, double rank) {
        return ranking.size(ranking.pointAtOrBefore(rank)) != rank;
    }
}
