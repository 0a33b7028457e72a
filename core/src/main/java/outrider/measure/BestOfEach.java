package outrider.measure;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;

/**
 * Every threshold measure's maximum over all distinct scores and "act on nobody"; of equal maxima the smallest depth (METHODS
 * section 2).
 */
public final class BestOfEach {
    /** Values closer than this, relatively, are the same value reached by other roundings. */
    private static final double SAME = 1e-12;

    /**
     * @param value null where the measure is undefined everywhere
     * @param threshold null for "act on nobody"
     */
    public record Best(
            @Nullable Double value,
            @Nullable Double threshold,
            @Nullable Double depth) {}

    private BestOfEach() {}

    /** By JSON name, in the order of METHODS. O(groups), then O(groups with events) a measure, the measures in parallel. */
    public static Map<String, Best> of(Ranking ranking) {
        int[] points = pointsWithEvents(ranking);
        Cells[] cells = new Cells[points.length];
        for (int i = 0; i < points.length; i++) cells[i] = Cells.at(ranking, points[i]);
        List<Measure> sought = Measure.known().stream().filter(Measure::sought).toList();
        List<Best> found = sought.parallelStream()
                .map(measure -> best(ranking, points, cells, measure))
                .toList();
        Map<String, Best> all = new LinkedHashMap<>();
        for (int i = 0; i < sought.size(); i++) all.put(sought.get(i).jsonName(), found.get(i));
        return all;
    }

    /**
     * Acting on more non-events alone raises no measure, so only groups that hold events are looked at (for MCC: its derivative by false
     * alarms is negative everywhere).
     */
    private static int[] pointsWithEvents(Ranking ranking) {
        int[] points = new int[1024];
        int found = 1;
        for (int point = 1; point <= ranking.groups(); point++) {
            if (ranking.events(point) == ranking.events(point - 1)) continue;
            if (found == points.length) points = Arrays.copyOf(points, 2 * found);
            points[found++] = point;
        }
        return Arrays.copyOf(points, found);
    }

    private static Best best(Ranking ranking, int[] points, Cells[] cells, Measure measure) {
        int at = -1;
        double highest = Double.NaN;
        double toBeat = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < points.length; i++) {
            double value = measure.of(cells[i]);
            if (!(value > toBeat)) continue;
            at = points[i];
            highest = value;
            toBeat = value + SAME * Math.abs(value);
        }
        if (at < 0) return new Best(null, null, null);
        return new Best(highest, at == 0 ? null : ranking.score(at), ranking.size(at) / ranking.total());
    }
}
