package outrider.server.dataset;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.check.ColumnProfile;
import outrider.server.work.Packed;
import outrider.table.CategoryColumn;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.Reading;
import outrider.table.Table;

/** Columns made ready to be stored: looked at, encoded and compressed, two at a time. */
final class ColumnStore {
    private static final double DONE = 0.95;

    private ColumnStore() {}

    /** In file order: the rows to store, each with its chunks. */
    record Prepared(List<DatasetColumn> columns, List<List<byte[]>> chunks) {}

    static Prepared prepare(Table table, double from, Progress progress) {
        int[] rows = IntStream.range(0, table.size()).toArray();
        int count = table.columns().size();
        DatasetColumn[] columns = new DatasetColumn[count];
        List<List<byte[]>> chunks = new ArrayList<>(java.util.Collections.nCopies(count, null));
        AtomicInteger done = new AtomicInteger();
        IntStream.range(0, count).parallel().forEach(i -> {
            Column column = table.columns().get(i);
            progress.checkpoint(
                    from + (DONE - from) * done.getAndIncrement() / count,
                    "profiling column " + done.get() + " of " + count + ", " + column.name());
            columns[i] = column(column, i, rows);
            List<byte[]> packed = chunks(column);
            synchronized (chunks) {
                chunks.set(i, packed);
            }
        });
        return new Prepared(List.of(columns), chunks);
    }

    private static DatasetColumn column(Column column, int position, int[] rows) {
        DatasetColumn row = new DatasetColumn();
        row.position = position;
        row.name = column.name();
        row.type = column.type();
        row.format = column.format();
        row.levels = column instanceof CategoryColumn category ? category.levels() : null;
        row.facts = ColumnProfile.of(column, rows, null);
        row.mend = Reading.mend(column);
        return row;
    }

    private static List<byte[]> chunks(Column column) {
        List<byte[]> chunks = new ArrayList<>();
        int step = ChunkCodec.VALUES_A_CHUNK;
        for (int from = 0; from < column.size(); from += step) {
            chunks.add(Packed.pack(ChunkCodec.encode(column, from, Math.min(column.size(), from + step))));
        }
        return chunks;
    }
}
