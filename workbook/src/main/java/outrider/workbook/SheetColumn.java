package outrider.workbook;

import static java.util.Objects.requireNonNull;

import org.dhatim.fastexcel.reader.Cell;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.table.ColumnBuilder;

/** A column as its cells make it: numbers while all are, else texts; days where all are days. */
final class SheetColumn {
    private final String name;
    private final ColumnBuilder numbers;
    private final ColumnBuilder texts;
    private boolean held;
    private boolean others;

    SheetColumn(String name) {
        this.name = name;
        numbers = ColumnBuilder.inferring(name, '.');
        texts = ColumnBuilder.ofTexts(name, true);
    }

    String name() {
        return name;
    }

    /** @param cell null for missing */
    void add(@Nullable Cell cell) {
        String text = cell == null ? null : CellValue.text(cell);
        boolean number = text != null && CellValue.kind(requireNonNull(cell)) == CellValue.Kind.NUMBER;
        if (text != null && !number) others = true;
        held |= number;
        if (!others) numbers.add(text);
        texts.add(text);
    }

    Column build() {
        return held && !others ? numbers.build() : texts.build();
    }
}
