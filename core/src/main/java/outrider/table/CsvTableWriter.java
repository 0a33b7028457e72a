package outrider.table;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import de.siegmar.fastcsv.writer.QuoteStrategies;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;

/**
 * Writes a table as comma separated values (RFC 4180, UTF-8), every value letter by letter as its file had it, but for an apostrophe
 * before what a spreadsheet would take for a formula. Missing is an empty field, the empty text a quoted one, so that
 * {@link CsvTableReader} gives the same table back.
 */
public final class CsvTableWriter {
    private CsvTableWriter() {}

    /** @param out flushed, not closed */
    public static void write(Table table, OutputStream out) throws IOException {
        CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.LF)
                .quoteStrategy(QuoteStrategies.EMPTY)
                .build(new OutputStreamWriter(out, StandardCharsets.UTF_8));
        csv.writeRecord(table.columns().stream()
                .map(column -> SpreadsheetText.harmless(column.name()))
                .toArray(String[]::new));
        String[] row = new String[table.columns().size()];
        for (int i = 0; i < table.size(); i++) {
            for (int c = 0; c < row.length; c++)
                row[c] = SpreadsheetText.harmless(table.columns().get(c).asWritten(i));
            csv.writeRecord(row);
        }
        csv.flush();
    }
}
