package outrider.server.brief;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.server.access.Right;
import outrider.server.trail.ReportActKind;
import outrider.split.SplitPlan;
import outrider.stakes.Stakes;

/**
 * A brief as it is shown.
 *
 * @param decision what is edited
 * @param split null before the parts are made
 */
public record BriefView(
        Head head,
        Decision decision,
        Data data,
        Worth worth,
        @Nullable SplitView split,
        Progress progress) {
    /**
     * Which brief it is, and what whoever asks may do.
     *
     * @param right of whoever asks
     */
    public record Head(long id, int version, Revision revision, Right right) implements Inline {}

    /**
     * Which revision of a case this is, and those beside it.
     *
     * @param number from 1
     * @param previousId the revision before it, {@code nextId} the one after; null for none
     * @param createdBy who began it, {@code owner} whose it is now
     */
    public record Revision(
            int number, @Nullable Long previousId, @Nullable Long nextId, String createdBy, String owner) {}

    /**
     * The file that it is about.
     *
     * @param notice what a reader ought to know of the file; null for nothing
     * @param valueColumn the column of amounts that gains and losses are multiplied by; null for none
     */
    public record Data(
            long id,
            String name,
            int records,
            @Nullable String notice,
            @Nullable String valueColumn) {}

    /**
     * What follows from the stakes.
     *
     * @param decidesBy what candidates are ordered by, in words
     * @param breakEven the event probability from which acting pays; null where there is none, or with a value column, where each
     *     record has its own
     */
    public record Worth(String decidesBy, @Nullable Double breakEven, Stakes.Acting whenActingPays) {}

    /**
     * How far it has come.
     *
     * @param candidates all of them, {@code fitted} and {@code running} among them
     * @param signOff the last act on its reports; null for none
     * @param version the newest that was released; null for none
     */
    public record Progress(
            int candidates,
            int fitted,
            int running,
            @Nullable ReportActKind signOff,
            @Nullable Integer version) {}

    /** The split: its plan, what its parts hold, and whether it may still change. */
    public record SplitView(SplitPlan plan, SplitFacts facts, List<PartView> parts, boolean sealed, boolean locked) {}

    /** Null events where the reserve is sealed; what was counted before that stands in the split's facts. */
    public record PartView(
            String part, int records, @Nullable Integer events) {}
}
