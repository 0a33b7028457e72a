package outrider.server.dataset;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.check.ColumnProfile;
import outrider.check.CopiedColumns;
import outrider.server.work.Packed;
import outrider.table.CategoryColumn;
import outrider.table.ChunkCodec;
import outrider.table.Column;
import outrider.table.Dialect;
import outrider.table.SuggestedReading;
import outrider.table.Table;

/** Columns made ready to be stored: looked at, encoded and compressed, two at a time. */
final class ColumnStore {
    private static final double DONE = 0.98;
    private static final ExecutorService WORKERS = Executors.newFixedThreadPool(2, work -> {
        Thread thread = new Thread(work, "columns");
        thread.setDaemon(true);
        return thread;
    });

    private ColumnStore() {}

    /** A column's row and its chunks, compressed. */
    record Prepared(DatasetColumn row, List<byte[]> chunks) {}

    /** Prepares the columns in file order on other threads; each is ready by the time it is asked for. */
    static List<CompletableFuture<Prepared>> prepare(
            Table table, @Nullable Dialect dialect, double from, Progress progress) {
        int[] rows = IntStream.range(0, table.size()).toArray();
        int count = table.columns().size();
        AtomicInteger done = new AtomicInteger();
        Map<String, String> copies = CopiedColumns.of(table.columns());
        List<CompletableFuture<Prepared>> prepared = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            Column column = table.columns().get(i);
            int position = i;
            prepared.add(CompletableFuture.supplyAsync(
                    () -> {
                        progress.checkpoint(
                                from + (DONE - from) * done.getAndIncrement() / count,
                                "profiling and storing column " + done.get() + " of " + count + ", " + column.name());
                        return new Prepared(
                                column(column, position, rows, dialect, copies.get(column.name())), chunks(column));
                    },
                    WORKERS));
        }
        return prepared;
    }

    private static DatasetColumn column(
            Column column, int position, int[] rows, @Nullable Dialect dialect, @Nullable String copyOf) {
        DatasetColumn row = new DatasetColumn();
        row.position = position;
        row.name = column.name();
        row.type = column.type();
        row.format = column.format();
        row.levels = column instanceof CategoryColumn category ? category.levels() : null;
        row.facts = ColumnProfile.of(column, rows, null);
        row.suggested = SuggestedReading.of(column, dialect);
        row.copyOf = copyOf;
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
