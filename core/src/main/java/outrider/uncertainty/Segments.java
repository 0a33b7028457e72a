package outrider.uncertainty;

import java.util.Arrays;
import outrider.rank.Ranking;

/**
 * A ranking cut into runs of tie groups, from the highest score down. A resample is followed by how much of each run it drew, so runs
 * are single groups wherever a figure is read, and as long as nothing is read elsewhere.
 *
 * @param end the last point of each run, ascending; the last run ends with the ranking
 */
record Segments(Ranking ranking, int[] end) {
    /** So many standard deviations to either side of a rank a resample's cut may fall. */
    private static final double REACH = 7;

    private static final int WHOLE = 2000;
    private static final int SINGLE = 150;
    private static final double STEP = 0.008;

    /**
     * One run above, the groups in which a cut at this rank may fall in a resample, and one run below.
     *
     * @param coarseness of the sample, see {@link Sample#coarseness}
     */
    static Segments around(Ranking ranking, double rank, double coarseness) {
        double total = ranking.total();
        double reach = coarseness * (3 + REACH * Math.sqrt(Math.max(1, Math.min(rank, total - rank))));
        int first = ranking.pointAtOrBefore(Math.max(0, rank - reach));
        int last = Math.min(ranking.groups(), ranking.pointAtOrBefore(Math.min(total, rank + reach)) + 1);
        int[] end = new int[last - first + 2];
        int count = 0;
        if (first > 0) end[count++] = first;
        for (int point = first + 1; point <= last; point++) end[count++] = point;
        if (last < ranking.groups()) end[count++] = ranking.groups();
        return new Segments(ranking, Arrays.copyOf(end, count));
    }

    /** What lies above a point and what lies below it. */
    static Segments apart(Ranking ranking, int point) {
        int groups = ranking.groups();
        return new Segments(ranking, point == 0 || point == groups ? new int[] {groups} : new int[] {point, groups});
    }

    /** Every group by itself. */
    static Segments single(Ranking ranking) {
        int[] all = new int[ranking.groups()];
        Arrays.setAll(all, i -> i + 1);
        return new Segments(ranking, all);
    }

    /** All groups where there are few; else single ones at the top and runs of slowly growing length below. */
    static Segments along(Ranking ranking) {
        int groups = ranking.groups();
        if (groups <= WHOLE) return single(ranking);
        int[] end = new int[groups];
        int count = 0;
        int point = 0;
        while (point < groups) {
            double from = ranking.size(point);
            double step = Math.min(STEP * from, ranking.total() / 400);
            point = count < SINGLE ? point + 1 : Math.max(point + 1, ranking.pointAtOrBefore(from + step));
            end[count++] = point;
        }
        return new Segments(ranking, Arrays.copyOf(end, count));
    }

    /** The same in at most so many runs, the first and the last as they are: enough for how figures move together, not for a bound. */
    Segments coarser(int most) {
        if (end.length <= most) return this;
        int[] fewer = new int[most];
        for (int s = 0; s < most; s++) fewer[s] = end[(int) ((long) s * (end.length - 1) / (most - 1))];
        return new Segments(ranking, fewer);
    }

    int size() {
        return end.length;
    }

    /** The run that holds each point from 1; entry 0 is not used. */
    int[] ofPoints() {
        int[] of = new int[ranking.groups() + 1];
        int segment = 0;
        for (int point = 1; point < of.length; point++) {
            if (point > end[segment]) segment++;
            of[point] = segment;
        }
        return of;
    }
}
