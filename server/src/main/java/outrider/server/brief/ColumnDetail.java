package outrider.server.brief;

import org.jspecify.annotations.Nullable;
import outrider.check.ColumnProfile;

/**
 * An opened column.
 *
 * @param profile null while it is being computed
 * @param acted how records acted on before fare against the others, where the column says who was; else null
 */
public record ColumnDetail(
        ColumnView column,
        @Nullable ColumnProfile profile,
        @Nullable ActedView acted) {

    /** Records and event rates on training of records acted on before and of the others. */
    public record ActedView(int records, int events, int otherRecords, int otherEvents) {}
}
