package outrider.server.brief;

import java.util.List;
import outrider.stakes.Stakes;

/** A brief as it is shown and edited. */
public record BriefView(
        long id,
        int version,
        String name,
        String question,
        long datasetId,
        String datasetName,
        int records,
        String outcome,
        List<String> eventLevels,
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
        Double capacity,
        double campaignSize,
        Double plannedRate,
        Double breakEven,
        Stakes.Acting whenActingPays,
        SplitView split,
        int candidates,
        int fitted,
        int running,
        String signOff,
        String createdBy) {

    /** Null events where the reserve is sealed. */
    public record SplitView(long seed, List<Double> shares, List<PartView> parts, boolean sealed, boolean locked) {}

    public record PartView(String part, int records, Integer events) {}
}
