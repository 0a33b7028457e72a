package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.table.CsvTableReader;
import outrider.table.Dialect;
import outrider.table.Preview;
import outrider.table.Table;

/** A text of records and fields: what a file is that no other format takes for its own. */
final class TextReader implements TableReader {
    @Override
    public String format() {
        return "TEXT";
    }

    @Override
    public boolean takes(Path file) {
        return true;
    }

    @Override
    public TableFile.Look look(Path file, TableFile.Manner said) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            Preview preview = Preview.of(in, said.dialect());
            TableFile.Manner manner = new TableFile.Manner(preview.dialect(), null, said.columns());
            return new TableFile.Look(format(), manner, List.of(), preview, preview.fault());
        }
    }

    @Override
    public TableFile.Manner manner(Path file, TableFile.Manner said) throws IOException {
        if (said.dialect() != null) return said;
        try (InputStream in = Files.newInputStream(file)) {
            return new TableFile.Manner(Preview.dialect(in), null, said.columns());
        }
    }

    @Override
    public Table read(Path file, TableFile.Manner manner, int most, Progress progress) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return CsvTableReader.read(in, Files.size(file), requireNonNull(manner.dialect()), most, progress);
        }
    }

    @Override
    public @Nullable String before(Path file, TableFile.Manner manner) {
        Dialect dialect = requireNonNull(manner.dialect());
        if (dialect.above() == 0) return null;
        return TableFile.lines(dialect.above()) + " left out above the "
                + (dialect.header() ? "names of the columns." : "records.");
    }
}
