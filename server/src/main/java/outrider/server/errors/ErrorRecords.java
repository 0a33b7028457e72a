package outrider.server.errors;

import de.siegmar.fastcsv.writer.CsvWriter;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup;
import outrider.server.errors.ErrorViews.ErrorRecord;
import outrider.server.errors.ErrorViews.RecordsView;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.SpreadsheetText;

/** The records of some cells one by one, as a page or as a file. */
@ApplicationScoped
class ErrorRecords {
    private static final int MOST = 200;

    private final ErrorCases cases;

    ErrorRecords(ErrorCases cases) {
        this.cases = cases;
    }

    /** Chosen records in their order, with the columns that are told of them. */
    record Chosen(ErrorCase of, int[] order, List<Column> identifiers, List<Column> columns) {
        ErrorRecord record(int i) {
            int row = of.records().rows()[i];
            List<@Nullable String> values = new ArrayList<>();
            for (Column column : columns) values.add(column.asWritten(row));
            return new ErrorRecord(
                    row + 1,
                    identifiers.stream().map(c -> String.valueOf(c.text(row))).toList(),
                    of.records().score()[i],
                    of.records().middle()[i],
                    of.records().outcome()[i] == 1,
                    of.actedBefore(i),
                    values);
        }

        /** All of them, after RFC 4180. */
        void write(Writer text) throws IOException {
            try (CsvWriter csv = CsvWriter.builder().build(text)) {
                List<String> head = new ArrayList<>(List.of("record"));
                identifiers.forEach(c -> head.add(c.name()));
                head.addAll(List.of("score", "rank", "event", "actedBefore"));
                columns.forEach(c -> head.add(c.name()));
                csv.writeRecord(head.stream().map(SpreadsheetText::harmless).toList());
                for (int i : order) {
                    ErrorRecord record = record(i);
                    List<String> line = new ArrayList<>(List.of(Integer.toString(record.record())));
                    line.addAll(record.identifiers());
                    line.add(Double.toString(record.score()));
                    line.add(Double.toString(record.rank()));
                    line.add(record.event() ? "1" : "0");
                    line.add(record.actedBefore() ? "1" : "0");
                    for (String value : record.values()) line.add(value == null ? "" : value);
                    csv.writeRecord(line.stream().map(SpreadsheetText::harmless).toList());
                }
            }
        }
    }

    /**
     * What is wanted of the records.
     *
     * @param columns to tell
     * @param by column that orders them; null for the score
     * @param lowest whether the lowest come first; missing values come last
     * @param find text that an identifier or a told value must hold, in any case; null for all
     */
    record Wanted(
            List<String> columns,
            @Nullable String by,
            boolean lowest,
            @Nullable String find) {}

    /** @throws BadInput if a column is none */
    @ActivateRequestContext
    Chosen chosen(long briefId, long candidateId, List<ErrorCell> cells, Wanted wanted) {
        ErrorCase of = cases.of(briefId, candidateId);
        boolean[] selected = of.selected(cells);
        List<Column> identifiers = of.table().columns().stream()
                .filter(c -> of.brief().column(c.name()).role() == ColumnSetup.Role.IDENTIFIER)
                .toList();
        List<Column> columns =
                wanted.columns().stream().map(name -> of.table().column(name)).toList();
        List<Column> searched =
                Stream.concat(identifiers.stream(), columns.stream()).toList();
        String find = wanted.find() == null ? "" : wanted.find().strip().toLowerCase(Locale.ROOT);
        int[] order = IntStream.range(0, selected.length)
                .filter(i -> selected[i]
                        && (find.isEmpty() || holds(searched, of.records().rows()[i], find)))
                .boxed()
                .sorted(order(of, wanted).thenComparingInt(i -> of.records().rows()[i]))
                .mapToInt(i -> i)
                .toArray();
        return new Chosen(of, order, identifiers, columns);
    }

    private static boolean holds(List<Column> columns, int row, String find) {
        for (Column column : columns) {
            String value = column.asWritten(row);
            if (value != null && value.toLowerCase(Locale.ROOT).contains(find)) return true;
        }
        return columns.isEmpty() && Integer.toString(row + 1).contains(find);
    }

    private static Comparator<Integer> order(ErrorCase of, Wanted wanted) {
        if (wanted.by() == null) {
            Comparator<Integer> byRank =
                    Comparator.comparingDouble(i -> of.records().middle()[i]);
            return wanted.lowest() ? byRank.reversed() : byRank;
        }
        Column column = of.table().column(wanted.by());
        Comparator<Integer> byValue;
        if (column instanceof NumberColumn numbers) {
            byValue = Comparator.comparingDouble(
                    i -> numbers.values()[of.records().rows()[i]]);
        } else if (column instanceof DateColumn dates) {
            byValue = Comparator.comparingInt(i -> dates.days()[of.records().rows()[i]]);
        } else {
            byValue = Comparator.comparing(
                    i -> String.valueOf(column.text(of.records().rows()[i])));
        }
        Comparator<Integer> last =
                Comparator.comparing(i -> column.isMissing(of.records().rows()[i]));
        return last.thenComparing(wanted.lowest() ? byValue : byValue.reversed());
    }

    /** @throws BadInput if the page is none */
    static RecordsView page(Chosen chosen, int from, int size) {
        if (from < 0 || size < 1 || size > MOST) {
            throw BadInput.of("size", "is " + size + " from " + from, "give 1 to " + MOST + ", from 0 on");
        }
        return new RecordsView(
                chosen.order().length,
                chosen.identifiers().stream().map(Column::name).toList(),
                chosen.columns().stream().map(Column::name).toList(),
                Arrays.stream(chosen.order())
                        .skip(from)
                        .limit(size)
                        .mapToObj(chosen::record)
                        .toList());
    }
}
