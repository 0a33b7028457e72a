package outrider.measure;

import java.util.function.IntToDoubleFunction;
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
        return along(ranking.groups(), ranking::size, ranking::events, upTo);
    }

    /**
     * The same along any staircase of records and events, straight from one point to the next.
     *
     * @param last point; the first is 0, where there is no record
     * @param records of the points, and {@code events} among them, cumulative
     */
    public static double along(int last, IntToDoubleFunction records, IntToDoubleFunction events, double upTo) {
        double allEvents = events.applyAsDouble(last);
        double others = records.applyAsDouble(last) - allEvents;
        double most = upTo * others;
        double area = 0;
        double start = 0;
        double from = 0;
        for (int point = 1; point <= last && from < most; point++) {
            double end = events.applyAsDouble(point);
            double to = records.applyAsDouble(point) - end;
            double share = to > most ? (most - from) / (to - from) : 1;
            area += share * (to - from) * (start + start + share * (end - start)) / 2;
            start = end;
            from = to;
        }
        double chance = upTo * upTo / 2;
        return (1 + (area / allEvents / others - chance) / (upTo - chance)) / 2;
    }
}
