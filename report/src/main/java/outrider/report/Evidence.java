package outrider.report;

import java.util.List;
import outrider.exchange.CutFigures;
import outrider.measure.BandRow;

/**
 * Everything a sign-off report says, as figures and words. It is stored as canonical JSON when the report is issued, and every
 * rendering is made from it alone.
 */
public record Evidence(
        int format,
        String issuedBy,
        String issuedAt,
        Case brief,
        Data data,
        SplitFacts split,
        List<Candidate> candidates,
        String chosen,
        List<BandRow> bands,
        CutFigures validation,
        Seal seal,
        CutFigures reserve,
        AucInterval reserveAuc,
        Part reservePart,
        Recipe recipe) {
    public static final int FORMAT = 1;

    /** The brief in its own words, and its stakes. {@code acting} is a verb in -ing; null rates and capacities are not set. */
    public record Case(
            String name,
            String question,
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
            Double breakEven,
            Double capacity,
            double campaignSize,
            Double plannedRate) {}

    public record Data(
            String file,
            String sha256,
            long bytes,
            int records,
            int columns,
            List<SetAside> setAside,
            List<KeptAlarm> keptAlarms) {}

    /** An alarm of an input that somebody decided to live with. */
    public record KeptAlarm(String column, String alarm, String reason) {}

    /** A column that is no input. */
    public record SetAside(String column, String role, String reason) {}

    /**
     * @param method how the parts were made, in words; null in evidence of earlier versions, which dealt by shares
     * @param balance what learners did about rare events, in words; null for nothing
     */
    public record SplitFacts(
            long seed,
            List<Double> shares,
            Part training,
            Part validation,
            int reserveRecords,
            String method,
            int leftOut,
            String balance) {}

    public record Part(int records, int events) {}

    /** Training figures are null for candidates that were not fitted here. */
    public record Candidate(
            String name,
            String kind,
            int inputs,
            AucInterval auc,
            Double trainingAuc,
            CutFigures atCut,
            String verdict,
            Double adjustedP,
            List<String> alarms,
            List<double[]> curve,
            String settings) {}

    public record AucInterval(double auc, Double standardError, Double low, Double high) {}

    public record Seal(String openedBy, String openedAt, String candidate, double cutDepth, int looks) {}

    public record Recipe(
            String version, String java, long seed, List<String> inputs, String settings, String cutRule) {}
}
