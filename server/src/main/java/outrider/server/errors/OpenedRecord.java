package outrider.server.errors;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.explain.SmallestChange;

/**
 * One record of validation, opened.
 *
 * @param changes of one column that take it over the cut, the smallest first; empty where none does, or nobody or everybody is acted on
 * @param neighbours the nearest records with another outcome
 */
public record OpenedRecord(
        Place place,
        Sampling sampling,
        List<Contributed> columns,
        @Nullable Double threshold,
        List<SmallestChange> changes,
        List<Neighbour> neighbours) {
    /**
     * Where it stands.
     *
     * @param record its number in the file, from 1
     * @param rank from the highest score, the middle one among equals, of {@code records}
     * @param average score of the records against which columns are weighed
     */
    public record Place(int record, double rank, int records, double score, double average) implements Inline {}

    /**
     * How exact contributions are.
     *
     * @param sampled whether contributions are estimates; {@code error} the largest of their standard errors
     */
    public record Sampling(boolean sampled, double error) implements Inline {}

    /** What a column adds to the score; {@code value} as the file has it, null for missing. */
    public record Contributed(String column, @Nullable String value, double adds) {}

    /**
     * A record that is like the opened one.
     *
     * @param identifier its first identifying value; null without one
     * @param distance from 0, alike in every column, to 1
     * @param values of the columns that differ most in what they add, in the order of {@link #columns}
     */
    public record Neighbour(
            int record,
            @Nullable String identifier,
            double score,
            boolean event,
            double distance,
            List<@Nullable String> values) {}
}
