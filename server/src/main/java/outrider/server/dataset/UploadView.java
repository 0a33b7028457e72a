package outrider.server.dataset;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.TableFile;
import outrider.table.CsvTableReader;
import outrider.table.Dialect;

/**
 * A file on its way in, as it is shown.
 *
 * @param received bytes here
 * @param preview null before all bytes are here, and for what cannot be previewed
 * @param refusal why it cannot be previewed, or null
 */
public record UploadView(
        long id,
        String name,
        long bytes,
        long received,
        Upload.State state,
        double progress,
        @Nullable String step,
        @Nullable String message,
        @Nullable Long datasetId,
        @Nullable Long briefId,
        @Nullable PreviewView preview,
        @Nullable String refusal) {

    /**
     * The beginning of a file, as it is read.
     *
     * @param format {@code TEXT}, or what its {@link outrider.casefile.TableReader} is called
     * @param dialect of a text; null else
     * @param chosen columns that are to be read; null for all, which may be {@code most} together
     * @param sheets of a workbook, and the {@code sheet} shown; none else
     */
    public record PreviewView(
            String format,
            @Nullable Dialect dialect,
            List<String> sheets,
            @Nullable String sheet,
            List<String> names,
            List<List<@Nullable String>> rows,
            @Nullable List<String> chosen,
            int most) {
        static PreviewView of(TableFile.Look look) {
            return new PreviewView(
                    look.format(),
                    look.manner().dialect(),
                    look.sheets(),
                    look.manner().sheet(),
                    look.preview().names(),
                    look.preview().rows(),
                    look.manner().columns(),
                    CsvTableReader.MOST_COLUMNS);
        }
    }
}
