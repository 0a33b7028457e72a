package outrider.server.dataset;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.Dialect;

/**
 * A file on its way in, as it is shown.
 *
 * @param received bytes here
 * @param preview null before all bytes are here, and for what cannot be previewed
 * @param refusal why it cannot be previewed, or null
 */
public record ArrivalView(
        long id,
        String name,
        long bytes,
        long received,
        Arrival.State state,
        double progress,
        @Nullable String step,
        @Nullable String message,
        @Nullable Long datasetId,
        @Nullable Long briefId,
        @Nullable PreviewView preview,
        @Nullable String refusal) {

    /** @param parquet whether types and names come from the file itself, so that there is nothing to correct */
    public record PreviewView(
            boolean parquet, @Nullable Dialect dialect, List<String> names, List<List<@Nullable String>> rows) {}
}
