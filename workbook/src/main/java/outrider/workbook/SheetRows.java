package outrider.workbook;

import java.util.Arrays;
import java.util.List;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.Row;
import outrider.base.BadInput;
import outrider.table.Table;

/** Gathers a sheet's rows into columns. Not thread safe. */
final class SheetRows {
    private final List<SheetColumn> columns;
    private int[] lines = new int[1024];
    private int size;
    private int blank;

    SheetRows(List<SheetColumn> columns) {
        this.columns = columns;
    }

    int size() {
        return size;
    }

    void add(Row row) {
        int last = -1;
        for (Cell cell : row) {
            if (cell == null || cell.getType() == CellType.EMPTY || CellValue.text(cell) == null) continue;
            last = Math.max(last, cell.getColumnIndex());
        }
        if (last < 0) {
            if (blank == 0) blank = row.getRowNum();
            return;
        }
        if (last >= columns.size()) {
            throw BadInput.of(
                    "cell " + CellValue.address(last, row.getRowNum()),
                    "holds a value below no column's name",
                    "name the column in the first row, or delete what stands above the names or beside the table");
        }
        int before = size == 0 ? 1 : lines[size - 1];
        if (row.getRowNum() != before + 1 && size > 0) {
            int at = blank > before ? blank : before + 1;
            throw BadInput.atLine(
                    at, null, "is blank, and records follow it", "delete the row, or what stands below the table");
        }
        if (size == lines.length) lines = Arrays.copyOf(lines, size * 2);
        lines[size++] = row.getRowNum();
        for (int c = 0; c < columns.size(); c++) columns.get(c).add(c < row.getCellCount() ? row.getCell(c) : null);
    }

    Table table() {
        if (size == 0) throw BadInput.of("sheet", "holds no record", "add the records below the names");
        boolean straight = lines[0] == 2;
        return new Table(
                columns.stream().map(SheetColumn::build).toList(), straight ? null : Arrays.copyOf(lines, size));
    }
}
