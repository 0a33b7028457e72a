package outrider.casefile;

import java.io.IOException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.table.Table;
import outrider.workbook.WorkbookTables;

/** A sheet of a workbook. */
public final class WorkbookReader implements TableReader {
    @Override
    public String format() {
        return "WORKBOOK";
    }

    @Override
    public boolean takes(Path file) throws IOException {
        return WorkbookTables.is(file);
    }

    @Override
    public TableFile.Look look(Path file, TableFile.Manner said) throws IOException {
        WorkbookTables.Look look = WorkbookTables.look(file, said.sheet());
        TableFile.Manner manner = new TableFile.Manner(null, look.sheet(), said.columns());
        return new TableFile.Look(format(), manner, look.sheets(), look.preview(), look.fault());
    }

    @Override
    public TableFile.Manner manner(Path file, TableFile.Manner said) throws IOException {
        return said.sheet() != null ? said : look(file, said).manner();
    }

    @Override
    public Table read(Path file, TableFile.Manner manner, int most, Progress progress) throws IOException {
        return WorkbookTables.read(file, manner.sheet(), most, progress);
    }

    @Override
    public @Nullable String before(Path file, TableFile.Manner manner) {
        return null;
    }
}
