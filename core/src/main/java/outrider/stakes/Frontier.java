package outrider.stakes;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;

/**
 * The cuts of a ranking that can be best for some stakes: without a value column the corners of the upper hull of its gains
 * curve, with one every point that brings events. O(groups) to make, then a best cut costs as much as there are corners. Where
 * events are worth less than others, every point is tried.
 */
public final class Frontier {
    private static final double SAME = 1e-12;

    private final Ranking ranking;
    private final double[] ranks;
    private final @Nullable Capacity capacity;

    /** @param gain over nobody */
    public record Best(double records, double gain) {}

    private Frontier(Ranking ranking, double[] ranks, @Nullable Capacity capacity) {
        this.ranking = ranking;
        this.ranks = ranks;
        this.capacity = capacity;
    }

    /** @param capacity or null for none */
    public static Frontier of(Ranking ranking, @Nullable Capacity capacity) {
        double most = capacity == null ? ranking.total() : capacity.ranks(ranking.total(), ranking.weighted());
        double[] ranks = new double[ranking.groups() + 2];
        int count = 0;
        int last = ranking.pointAtOrBefore(most);
        for (int point = 0; point <= last; point++) {
            boolean brings = point == 0 || point == last || ranking.events(point) > ranking.events(point - 1);
            if (brings) count = add(ranking, ranks, count, ranking.size(point));
        }
        if (ranking.size(last) < most) count = add(ranking, ranks, count, most);
        return new Frontier(ranking, Arrays.copyOf(ranks, count), capacity);
    }

    private static int add(Ranking ranking, double[] ranks, int count, double rank) {
        int kept = count;
        while (!ranking.hasValues() && kept >= 2 && below(ranking, ranks[kept - 2], ranks[kept - 1], rank)) kept--;
        ranks[kept] = rank;
        return kept + 1;
    }

    /** Whether the gains curve at the middle rank lies on or under the line between the other two. */
    private static boolean below(Ranking ranking, double from, double middle, double to) {
        double start = ranking.eventsAt(from);
        double rise = (ranking.eventsAt(middle) - start) * (to - from);
        return rise <= (ranking.eventsAt(to) - start) * (middle - from);
    }

    /**
     * The best cut for these stakes; of equal ones the smallest depth.
     *
     * @param plannedRate or NaN
     */
    public Best best(Stakes stakes, double plannedRate) {
        NetValue money = new NetValue(ranking, stakes, plannedRate);
        NetValue.Worth worth = money.worth();
        if (worth.perEvent() + worth.perValue() < 0 || ranking.hasValues() && worth.perRecord() > 0) {
            NetValue.Cut cut = money.best(capacity);
            return new Best(cut.records(), cut.gainOverNobody());
        }
        double best = 0;
        double at = 0;
        for (double rank : ranks) {
            double gain = worth.of(rank, ranking.eventsAt(rank), ranking.valuedAt(rank));
            if (gain > best + SAME * Math.abs(worth.perValue()) * ranking.total()) {
                best = gain;
                at = rank;
            }
        }
        return new Best(at, best);
    }
}
