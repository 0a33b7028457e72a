package outrider.casefile;

import java.io.IOException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.Table;

/**
 * A format in which files of records come. One class a format, named in {@link TableFile#READERS}; what none of them takes for its own is
 * a text. Without state, thus thread safe.
 */
public interface TableReader {
    /** Its name in JSON. */
    String format();

    /** Whether the file is of this format, by its first bytes. */
    boolean takes(Path file) throws IOException;

    /**
     * The beginning of a file.
     *
     * @param said what somebody said of how it is written; the rest is found out
     * @throws BadInput where it cannot be read, with what would do
     */
    TableFile.Look look(Path file, TableFile.Manner said) throws IOException;

    /**
     * All that has to be known of how a file is written.
     *
     * @param said what somebody said of it; the rest is found out
     * @throws BadInput where it cannot be read, with what would do
     */
    TableFile.Manner manner(Path file, TableFile.Manner said) throws IOException;

    /**
     * All of it, in O(size of the file).
     *
     * @param manner complete, as {@link #manner} found it
     * @param most columns that may be there
     * @throws BadInput where it cannot be read, with what would do
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    Table read(Path file, TableFile.Manner manner, int most, Progress progress) throws IOException;

    /** What a reader ought to know of the file before it is read; null for nothing. */
    @Nullable
    String before(Path file, TableFile.Manner manner) throws IOException;
}
