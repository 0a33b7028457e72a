package outrider.table;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Some records' fields as letters in one array, taken over column by column: one thread splits the file while others work on
 * the batch before.
 */
final class FieldBatch {
    /** About so many fields make a batch. */
    private static final int FIELDS = 1 << 16;

    private static final int TASKS = 2;
    private static final int SHORT = 24;
    private static final ExecutorService WORKERS = Executors.newFixedThreadPool(TASKS, work -> {
        Thread thread = new Thread(work, "fields");
        thread.setDaemon(true);
        return thread;
    });

    private final int columns;
    private final int most;
    private final int[] start;
    private final int[] end;
    private final boolean[] missing;
    private char[] letters = new char[1 << 19];
    private int used;
    private int fields;

    FieldBatch(int columns) {
        this.columns = columns;
        most = Math.max(1, FIELDS / columns) * columns;
        start = new int[most + columns];
        end = new int[most + columns];
        missing = new boolean[most + columns];
    }

    void add(char[] buffer, int offset, int length, boolean gone) {
        if (used + length > letters.length) letters = Arrays.copyOf(letters, Math.max(used + length, used * 2));
        if (length > SHORT) System.arraycopy(buffer, offset, letters, used, length);
        else for (int i = 0; i < length; i++) letters[used + i] = buffer[offset + i];
        used += length;
        put(used - length, used, gone);
    }

    /** A field of letters that are there already. */
    void put(int from, int to, boolean gone) {
        missing[fields] = gone;
        start[fields] = from;
        end[fields++] = to;
    }

    /** All the room for letters that there is. */
    char[] letters() {
        return letters;
    }

    int size() {
        return fields;
    }

    /** What takes one field. */
    interface Taker {
        void take(int index, char[] letters, int offset, int length, boolean quoted);
    }

    /** Hands all fields to one taker, as of one record. */
    void each(Taker taker) {
        for (int f = 0; f < fields; f++) taker.take(f, letters, start[f], end[f] - start[f], !missing[f]);
    }

    /** The texts of the fields that were added last, put together again. */
    String last(int count, char delimiter) {
        return IntStream.range(fields - count, fields)
                .mapToObj(f -> new String(letters, start[f], end[f] - start[f]))
                .collect(Collectors.joining(String.valueOf(delimiter)));
    }

    /** Takes out all but the first fields. */
    void dropAfter(int left) {
        fields = left;
        used = fields == 0 ? 0 : end[fields - 1];
    }

    boolean full() {
        return fields >= most;
    }

    void clear() {
        fields = 0;
        used = 0;
    }

    /** Begins to hand the fields to their columns; the batch is not to be touched before that ends. */
    CompletableFuture<Void> handTo(List<ColumnBuilder> builders) {
        AtomicInteger next = new AtomicInteger();
        return CompletableFuture.allOf(IntStream.range(0, TASKS)
                .mapToObj(task -> CompletableFuture.runAsync(
                        () -> {
                            for (int c = next.getAndIncrement(); c < columns; c = next.getAndIncrement()) {
                                builders.get(c).addEach(letters, start, end, missing, c, columns, fields);
                            }
                        },
                        WORKERS))
                .toArray(CompletableFuture[]::new));
    }

    /** Waits, and throws what went wrong as it was. */
    static void await(CompletableFuture<Void> work) {
        try {
            work.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) throw cause;
            throw e;
        }
    }
}
