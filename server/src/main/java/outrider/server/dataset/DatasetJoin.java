package outrider.server.dataset;

import java.util.List;
import java.util.Objects;
import outrider.casefile.Figures;
import outrider.casefile.JoinedFile;
import outrider.table.Join;

/**
 * A file whose columns were joined to a dataset's own, and what it found.
 *
 * @param names of the columns that came
 * @param before the dataset as it was without them
 */
public record DatasetJoin(JoinedFile file, Join.Found found, List<String> names, long before) {
    /** As the figures of a case tell it. */
    public Figures.Joined facts() {
        return new Figures.Joined(file.file(), Objects.requireNonNull(file.sha256()), found);
    }
}
