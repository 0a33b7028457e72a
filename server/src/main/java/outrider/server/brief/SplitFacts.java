package outrider.server.brief;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.measure.ProbabilityQuality;
import outrider.split.Part;
import outrider.split.Parts;

/**
 * What is counted of a split when it is made, before its reserve is sealed.
 *
 * @param leftOut records in no part
 * @param folds fewest and most events in a fold of training; empty where no folds are possible
 * @param following how many folds follow each other in time; null where they are dealt at random, 0 where training has too few
 *     days for two
 * @param dealt how many folds are dealt at random, fewer than wanted where training has too few events or non-events; 0 where not even two can
 *     be, null where they follow each other
 */
public record SplitFacts(
        List<PartFacts> parts,
        int leftOut,
        Alike alike,
        List<Integer> folds,
        @Nullable Integer following,
        @Nullable Integer dealt,
        Training training) {
    /**
     * Records that are equal, or of one identifier.
     *
     * @param copies records that are equal to an earlier one in every column
     * @param straddlingCopies sets of equal records with members in more than one part
     * @param equalByChance whether copies are records that happen to be equal in a table of few values, and none was written twice
     * @param straddlingGroups identifiers with records in more than one part; null where no column is an identifier
     * @param groupedBy the identifier that was asked about
     */
    public record Alike(
            int copies,
            int straddlingCopies,
            boolean equalByChance,
            @Nullable Integer straddlingGroups,
            @Nullable String groupedBy)
            implements Inline {}

    /** A part with fewer events, or records without, than this is warned about. */
    public static final int FEW_EVENTS = 100;

    /**
     * What a part holds, and how well it can tell a rate.
     *
     * @param units of the column that keeps records together: those with an event, and those with a record without; null where nothing does
     * @param halfWidth of a capture rate of 50 % on so many events, by its 95 % interval
     * @param few whether the events, or the records without, are fewer than {@link #FEW_EVENTS}; units that have them, where there are units
     */
    public record PartFacts(
            String part, int records, int events, @Nullable List<Integer> units, double halfWidth, boolean few) {}

    /** What a learner is given of training after weights or thinning: {@code weight} is that of one event. */
    public record Training(int records, int events, double weight, double logOdds) {}

    /** @param groups the unit of each record; null where every record stands alone */
    static List<PartFacts> parts(Parts parts, byte[] outcome, int @Nullable [] groups) {
        int[] events = parts.eventsBeforeSealing(outcome);
        int[] with = groups == null ? null : parts.unitsBeforeSealing(outcome, groups, 1);
        int[] without = groups == null ? null : parts.unitsBeforeSealing(outcome, groups, 0);
        List<PartFacts> facts = new ArrayList<>();
        for (Part part : Part.values()) {
            int count = events[part.ordinal()];
            List<Integer> units =
                    with == null || without == null ? null : List.of(with[part.ordinal()], without[part.ordinal()]);
            int fewest = units == null ? Math.min(count, parts.size(part) - count) : Collections.min(units);
            double[] interval = ProbabilityQuality.wilson(count / 2.0, Math.max(1, count));
            facts.add(new PartFacts(
                    part.name().toLowerCase(Locale.ROOT),
                    parts.size(part),
                    count,
                    units,
                    (interval[1] - interval[0]) / 2,
                    fewest < FEW_EVENTS));
        }
        return facts;
    }
}
