package outrider.server.errors;

import de.siegmar.fastcsv.writer.CsvWriter;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.io.Writer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup;
import outrider.server.errors.ErrorViews.ErrorRecord;
import outrider.server.errors.ErrorViews.RecordsView;
import outrider.table.Column;

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
            int row = of.rows()[i];
            List<@Nullable String> values = new ArrayList<>();
            for (Column column : columns) values.add(column.asWritten(row));
            return new ErrorRecord(
                    row + 1,
                    identifiers.stream().map(c -> String.valueOf(c.text(row))).toList(),
                    of.score()[i],
                    of.middle()[i],
                    of.outcome()[i] == 1,
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
                csv.writeRecord(head);
                for (int i : order) {
                    ErrorRecord record = record(i);
                    List<String> line = new ArrayList<>(List.of(Integer.toString(record.record())));
                    line.addAll(record.identifiers());
                    line.add(Double.toString(record.score()));
                    line.add(Double.toString(record.rank()));
                    line.add(record.event() ? "1" : "0");
                    line.add(record.actedBefore() ? "1" : "0");
                    for (String value : record.values()) line.add(value == null ? "" : value);
                    csv.writeRecord(line);
                }
            }
        }
    }

    /**
     * @param names columns to tell
     * @param lowest whether the lowest scores come first
     * @throws BadInput if a column is none
     */
    @Transactional
    Chosen chosen(long briefId, long candidateId, List<ErrorCell> cells, List<String> names, boolean lowest) {
        ErrorCase of = cases.of(briefId, candidateId);
        boolean[] selected = of.selected(cells);
        Comparator<Integer> byRank = Comparator.comparingDouble(i -> of.middle()[i]);
        int[] order = IntStream.range(0, selected.length)
                .filter(i -> selected[i])
                .boxed()
                .sorted((lowest ? byRank.reversed() : byRank).thenComparingInt(i -> of.rows()[i]))
                .mapToInt(i -> i)
                .toArray();
        List<Column> identifiers = of.table().columns().stream()
                .filter(c -> of.brief().column(c.name()).role() == ColumnSetup.Role.IDENTIFIER)
                .toList();
        List<Column> columns =
                names.stream().map(name -> of.table().column(name)).toList();
        return new Chosen(of, order, identifiers, columns);
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
