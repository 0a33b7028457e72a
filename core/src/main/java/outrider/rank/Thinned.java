package outrider.rank;

import java.util.Arrays;

/**
 * Chooses points of a ranking to draw or send: all of them where they are few, else the last point at or before each step of a
 * grid of depths as fine as the number allowed.
 *
 * @param points ascending, the first 0 and the last the ranking's last
 * @param exact whether all points were kept
 */
public record Thinned(int[] points, boolean exact) {

    /** @param most at least 2 */
    public static Thinned of(Ranking ranking, int most) {
        int all = ranking.groups() + 1;
        int[] points = new int[Math.min(all, most)];
        if (all <= most) {
            Arrays.setAll(points, i -> i);
            return new Thinned(points, true);
        }
        int count = 0;
        for (int step = 0; step < most; step++) {
            int point = ranking.pointAtOrBefore(ranking.total() * step / (most - 1.0));
            if (count == 0 || point > points[count - 1]) points[count++] = point;
        }
        points[count - 1] = ranking.groups();
        return new Thinned(Arrays.copyOf(points, count), false);
    }
}
