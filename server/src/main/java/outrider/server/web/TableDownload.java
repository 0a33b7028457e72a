package outrider.server.web;

import static java.nio.charset.StandardCharsets.UTF_8;

import de.siegmar.fastcsv.writer.CsvWriter;
import jakarta.ws.rs.core.Response;
import jakarta.ws.rs.core.StreamingOutput;
import java.io.BufferedWriter;
import java.io.OutputStreamWriter;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.SpreadsheetText;
import outrider.workbook.WorkbookWriter;

/**
 * A table that leaves as a file, the same cells whatever its form.
 *
 * @param name of the file, without its ending
 * @param rows as long as the head: texts, numbers, or null for nothing
 */
public record TableDownload(String name, List<String> head, List<? extends List<? extends @Nullable Object>> rows) {
    public static final String WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    /** As comma-separated text, UTF-8. */
    public Response csv() {
        StreamingOutput out = stream -> {
            try (CsvWriter csv = CsvWriter.builder().build(new BufferedWriter(new OutputStreamWriter(stream, UTF_8)))) {
                csv.writeRecord(head.stream().map(SpreadsheetText::harmless).toList());
                for (List<? extends @Nullable Object> row : rows) {
                    csv.writeRecord(row.stream().map(TableDownload::text).toList());
                }
            }
        };
        return file(out, ".csv");
    }

    /** As a workbook of one sheet. */
    public Response workbook() {
        return file((StreamingOutput) stream -> WorkbookWriter.write(name, head, rows, stream), ".xlsx");
    }

    private Response file(StreamingOutput content, String ending) {
        return Attachment.of(content, name + ending);
    }

    private static @Nullable String text(@Nullable Object cell) {
        if (cell == null) return "";
        if (!(cell instanceof Double value)) return SpreadsheetText.harmless(cell.toString());
        boolean whole = value == Math.rint(value) && Math.abs(value) < 1e15;
        return whole ? Long.toString(value.longValue()) : value.toString();
    }
}
