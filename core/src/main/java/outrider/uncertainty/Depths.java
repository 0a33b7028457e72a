package outrider.uncertainty;

import java.util.Arrays;
import outrider.rank.Ranking;

/** The depths of a band along a chart: from one record up, closer together at the top, where cuts lie. */
public final class Depths {
    private static final int[] FIRST = {1, 2, 5};
    private static final double FINE = 0.2;
    private static final int FINE_STEPS = 40;
    private static final int STEPS = 32;

    private Depths() {}

    /** Ascending shares in (0, 1], the last 1, all of whole records where records are unweighted. */
    public static double[] of(Ranking ranking) {
        double total = ranking.total();
        double[] ranks = new double[3 * 20 + FINE_STEPS + STEPS];
        int count = 0;
        for (double power = 1; power * FIRST[0] < total * FINE / FINE_STEPS; power *= 10) {
            for (int first : FIRST) ranks[count++] = Math.min(total, power * first);
        }
        for (int i = 1; i <= FINE_STEPS; i++) ranks[count++] = total * FINE * i / FINE_STEPS;
        for (int i = 1; i <= STEPS; i++) ranks[count++] = total * (FINE + (1 - FINE) * i / STEPS);
        ranks = Arrays.copyOf(ranks, count);
        if (!ranking.weighted()) for (int i = 0; i < count; i++) ranks[i] = Math.max(1, Math.rint(ranks[i]));
        return Arrays.stream(ranks)
                .sorted()
                .distinct()
                .map(r -> r == total ? 1 : r / total)
                .toArray();
    }
}
