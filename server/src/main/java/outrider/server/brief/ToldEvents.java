package outrider.server.brief;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** How many of the records outside the reserve have the event that a rule says, of those whose outcome is known. */
public record ToldEvents(int records, int events) {
    /** Null where levels say what the event is, or the outcome's column is read so that the rule does not fit it. */
    static @Nullable ToldEvents of(Brief brief, BriefTables tables) {
        if (brief.outcome == null || brief.outcome.when() == null) return null;
        byte[] outcome;
        try {
            outcome = tables.outcome(brief);
        } catch (BadInput unfit) {
            return null;
        }
        int[] counts = new int[2];
        for (int row : Profiles.notInReserve(brief.parts(), outcome.length)) {
            if (outcome[row] >= 0) counts[outcome[row]]++;
        }
        return new ToldEvents(counts[0] + counts[1], counts[1]);
    }
}
