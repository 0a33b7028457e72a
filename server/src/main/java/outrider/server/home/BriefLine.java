package outrider.server.home;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.server.trail.ReportActKind;

/**
 * One brief in the list.
 *
 * @param outcome column of the outcome, and {@code events} the levels that count as one; null and empty where none is chosen
 * @param revision from 1; {@code nextId} is the revision after it, null for none
 * @param owner whose it is
 * @param records of its file
 * @param eventRate of training and validation together; null before the split
 * @param fitted candidates that are ready, {@code running} those that are not yet
 * @param signOff the last act on its reports; null for none
 * @param finding null where nobody has looked since something changed
 */
public record BriefLine(
        long id,
        String name,
        String question,
        @Nullable String outcome,
        List<String> events,
        int revision,
        @Nullable Long nextId,
        String owner,
        Instant createdAt,
        int records,
        @Nullable Double eventRate,
        int fitted,
        int running,
        @Nullable ReportActKind signOff,
        Waiting waitsFor,
        @Nullable Finding finding) {

    /** What has to be done next, the first of these that is open. */
    public enum Waiting {
        LATER_REVISION,
        APPROVAL,
        ANSWER,
        NOTICE,
        NOTHING,
        OUTCOME,
        SPLIT,
        FITS,
        CANDIDATES,
        CUT,
        REPORT
    }

    /**
     * What was found at the cut on validation when somebody last compared.
     *
     * @param candidate whom the cut is set for
     * @param depth share acted on, {@code capture} the share of events among them
     * @param gain over acting on nobody, on validation's records, with its 95 % interval
     * @param curve the gains curve's height at even steps of depth from 0 to 1
     */
    public record Finding(
            String candidate,
            double depth,
            double capture,
            double gain,
            @Nullable Double gainLow,
            @Nullable Double gainHigh,
            String currency,
            List<Double> curve) {}
}
