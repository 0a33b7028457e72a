package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.SegmentFigures;

/**
 * All that is told of a batch beside what was signed (METHODS section 10).
 *
 * @param groups by who was acted on; null where the batch does not say it
 * @param segments by the levels of signed segments
 * @param carried what inputs that moved do to the share to act on
 * @param late outcomes that came in a later file
 * @param unmatched outcomes of no record of it, and {@code contradictory} those that came twice and differ
 * @param repeated records whose identifier one before them has, though it names no customer of several records; null for none, and by
 *     rules before 14
 */
public record FollowedFigures(
        BatchFigures figures,
        @Nullable ActedGroups groups,
        List<SegmentFigures> segments,
        List<Carried> carried,
        int late,
        int unmatched,
        int contradictory,

        @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable Integer repeated) {

    /** The same seed gives the same bits on any number of workers. */
    public static FollowedFigures of(FollowedBatch batch, long seed, Workers workers) {
        BatchFigures figures = batch.figures(new Seeds(seed), workers);
        return new FollowedFigures(
                figures,
                batch.groups(new Seeds(seed), workers),
                batch.segments(new Seeds(seed), workers),
                batch.carried(figures, new Seeds(seed), workers),
                batch.late(),
                batch.unmatched(),
                batch.contradictory(),
                batch.repeated());
    }

    /** Without what is told of the newest batch alone. */
    public FollowedFigures shortened() {
        return new FollowedFigures(
                figures.withMovedInputs(), null, List.of(), List.of(), late, unmatched, contradictory, repeated);
    }
}
