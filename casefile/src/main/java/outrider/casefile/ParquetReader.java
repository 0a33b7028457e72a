package outrider.casefile;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.parquet.ParquetTables;
import outrider.table.Table;

/** Parquet, which says itself what its columns hold. */
public final class ParquetReader implements TableReader {
    @Override
    public String format() {
        return "PARQUET";
    }

    @Override
    public boolean takes(Path file) throws IOException {
        return ParquetTables.is(file);
    }

    @Override
    public TableFile.Look look(Path file, TableFile.Manner said) throws IOException {
        TableFile.Manner manner = new TableFile.Manner(null, null, said.columns());
        return new TableFile.Look(format(), manner, List.of(), ParquetTables.preview(file), null);
    }

    @Override
    public TableFile.Manner manner(Path file, TableFile.Manner said) {
        return said;
    }

    @Override
    public Table read(Path file, TableFile.Manner manner, int most, Progress progress) throws IOException {
        return ParquetTables.read(file, most, progress);
    }

    @Override
    public @Nullable String before(Path file, TableFile.Manner manner) throws IOException {
        return ParquetTables.notice(file);
    }
}
