package outrider.workbook;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;

/** Writes a table as a workbook of one sheet. */
public final class WorkbookWriter {
    private static final int LONGEST_NAME = 31;
    /** A cell holds no more letters. */
    private static final int LONGEST_TEXT = 32_767;

    private WorkbookWriter() {}

    /**
     * Numbers become numbers and everything else a text, never a formula.
     *
     * @param rows as long as the head; null for an empty cell
     * @param out not closed
     */
    public static void write(
            String sheet,
            List<String> head,
            Iterable<? extends List<? extends @Nullable Object>> rows,
            OutputStream out)
            throws IOException {
        Workbook book = new Workbook(out, "Outrider", null);
        String name = sheet.replaceAll("[\\[\\]:*?/\\\\]", " ");
        Worksheet page = book.newWorksheet(name.substring(0, Math.min(LONGEST_NAME, name.length())));
        int at = 0;
        line(page, at, head);
        page.range(0, 0, 0, Math.max(0, head.size() - 1)).style().bold().set();
        page.freezePane(0, 1);
        for (List<? extends @Nullable Object> row : rows) line(page, ++at, row);
        book.finish();
        out.flush();
    }

    private static void line(Worksheet page, int at, List<? extends @Nullable Object> cells) {
        for (int c = 0; c < cells.size(); c++) {
            Object cell = cells.get(c);
            if (cell instanceof Number number) page.value(at, c, number);
            else if (cell != null) page.inlineString(at, c, fitting(cell.toString()));
        }
    }

    /** A text that no cell can hold says itself how much of it is left out. */
    private static String fitting(String text) {
        if (text.length() <= LONGEST_TEXT) return text;
        String more = " … (" + text.length() + " letters in all, whole in the CSV)";
        return text.substring(0, LONGEST_TEXT - more.length()) + more;
    }
}
