package outrider.measure;

import outrider.base.BadInput;
import outrider.rank.Ranking;

/** The AUC up to a false-positive rate, brought to the scale of the AUC (McClish 1989; METHODS section 2). */
public final class PartialAuc {
    private PartialAuc() {}

    /**
     * (1 + (A − f²/2)/(f − f²/2))/2, A the area over [0, f] by trapezoids, cut inside a segment where need be. O(groups).
     *
     * @param upTo f, above 0 and at most 1
     * @throws BadInput if f is out of range
     */
    public static double of(Ranking ranking, double upTo) {
        if (!(upTo > 0 && upTo <= 1)) {
            throw BadInput.of("partialAuc", "goes up to " + upTo, "give a false-positive rate above 0, at most 1");
        }
        double events = ranking.totalEvents();
        double others = ranking.total() - events;
        double most = upTo * others;
        double area = 0;
        for (int g = 1; g <= ranking.groups(); g++) {
            double from = ranking.size(g - 1) - ranking.events(g - 1);
            double to = ranking.size(g) - ranking.events(g);
            double start = ranking.events(g - 1);
            double end = ranking.events(g);
            if (from >= most) break;
            if (to > most) {
                end = start + (end - start) * (most - from) / (to - from);
                to = most;
            }
            area += (to - from) * (start + end) / 2;
        }
        return scaled(area / events / others, upTo);
    }

    /** @param area over [0, f] */
    public static double scaled(double area, double upTo) {
        double chance = upTo * upTo / 2;
        return (1 + (area - chance) / (upTo - chance)) / 2;
    }
}
