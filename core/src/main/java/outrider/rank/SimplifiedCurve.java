package outrider.rank;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Points of a ranking to draw or send: of the gains curve, so few that every point left out lies within {@code error} of the
 * line through the kept ones, in depth and in capture.
 *
 * @param points ascending, the first 0 and the last the ranking's last
 * @param error share of the population and of the events; 0 where every point was kept
 */
public record SimplifiedCurve(int[] points, double error) {
    private static final double FINEST = 1e-4;

    /**
     * Within 1e-4 where {@code most} points allow it, else within the least error of 1.05 times the one before that they allow.
     * O(groups) a try.
     *
     * @param most at least 2
     */
    public static SimplifiedCurve of(Ranking ranking, int most) {
        int all = ranking.groups() + 1;
        if (all <= most) {
            int[] points = new int[all];
            Arrays.setAll(points, i -> i);
            return new SimplifiedCurve(points, 0);
        }
        double error = FINEST;
        while (true) {
            int[] points = within(ranking, error, most);
            if (points != null) return new SimplifiedCurve(points, error);
            error *= 1.05;
        }
    }

    public boolean exact() {
        return error == 0;
    }

    /**
     * From each kept point on, the directions that pass every later point within the error form a cone; a point outside it ends
     * the line at the one before. Null where more than {@code most} are needed.
     */
    private static int @Nullable [] within(Ranking ranking, double error, int most) {
        int[] kept = new int[most];
        int count = 1;
        int last = ranking.groups();
        double acrossUnit = 1 / ranking.total();
        double upUnit = 1 / ranking.totalEvents();
        int from = 0;
        double lowX = 1;
        double lowY = 0;
        double highX = 0;
        double highY = 1;
        for (int point = 1; point <= last; point++) {
            double x = (ranking.size(point) - ranking.size(from)) * acrossUnit;
            double y = (ranking.events(point) - ranking.events(from)) * upUnit;
            boolean outside = lowX * y - lowY * x < 0 || x * highY - y * highX < 0;
            if (outside) {
                if (count == most - 1) return null;
                from = point - 1;
                kept[count++] = from;
                lowX = 1;
                lowY = 0;
                highX = 0;
                highY = 1;
                point--;
                continue;
            }
            if (x <= error && y <= error) continue;
            double nearX = x + error;
            double nearY = Math.max(0, y - error);
            if (lowX * nearY - lowY * nearX > 0) {
                lowX = nearX;
                lowY = nearY;
            }
            double farX = Math.max(0, x - error);
            double farY = y + error;
            if (farX * highY - farY * highX > 0) {
                highX = farX;
                highY = farY;
            }
        }
        kept[count++] = last;
        return Arrays.copyOf(kept, count);
    }
}
