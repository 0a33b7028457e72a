package outrider.server.brief;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.exchange.DecidingMeasure;
import outrider.server.trail.ReportActKind;
import outrider.split.SplitPlan;
import outrider.stakes.Stakes;

/** A brief as it is shown and edited. {@code edition} counts from 1; {@code breakEven} is null with a value column, where each record has its own; {@code nextId} is the edition after it, or null; {@code decidesBy} says in words what candidates are ordered by. */
public record BriefView(
        long id,
        int version,
        int edition,
        @Nullable Long previousId,
        @Nullable Long nextId,
        String name,
        String question,
        long datasetId,
        String datasetName,
        int records,
        @Nullable String dataNotice,
        @Nullable String outcome,
        List<String> eventLevels,
        List<String> leftOutLevels,
        boolean leaveOutMissing,
        String recordsNoun,
        String eventsNoun,
        String acting,
        String currency,
        double gainIfCaught,
        double actionCost,
        double missCost,
        double falseAlarmCost,
        double leaveValue,
        double successRate,
        @Nullable Double capacity,
        double campaignSize,
        @Nullable Double plannedRate,
        @Nullable DecidingMeasure deciding,
        String decidesBy,
        @Nullable String valueColumn,
        @Nullable Double breakEven,
        Stakes.Acting whenActingPays,
        @Nullable SplitView split,
        int candidates,
        int fitted,
        int running,
        @Nullable ReportActKind signOff,
        String createdBy) {

    public record SplitView(SplitPlan plan, SplitFacts facts, List<PartView> parts, boolean sealed, boolean locked) {}

    /** Null events where the reserve is sealed; what was counted before that stands in the split's facts. */
    public record PartView(
            String part, int records, @Nullable Integer events) {}
}
