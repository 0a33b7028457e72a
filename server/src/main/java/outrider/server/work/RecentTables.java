package outrider.server.work;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import outrider.table.Table;

/** The tables used last, as far as memory goes: at most {@link #MOST} of them, and of large ones only the latest. Thread safe. */
public final class RecentTables<K> {
    private static final int MOST = 4;
    /** So many values may stay besides the latest table; each takes up to 9 bytes. */
    private static final long VALUES = 12_000_000;

    private final Map<K, Table> kept = new LinkedHashMap<>(8, 0.75f, true);

    public synchronized Table get(K key) {
        return kept.get(key);
    }

    public synchronized void put(K key, Table table) {
        kept.remove(key);
        kept.put(key, table);
        long values = kept.values().stream().mapToLong(RecentTables::values).sum() - values(table);
        Iterator<Table> oldest = kept.values().iterator();
        while (kept.size() > 1 && (kept.size() > MOST || values > VALUES)) {
            values -= values(oldest.next());
            oldest.remove();
        }
    }

    public synchronized void remove(K key) {
        kept.remove(key);
    }

    public synchronized void clear() {
        kept.clear();
    }

    private static long values(Table table) {
        return (long) table.size() * table.columns().size();
    }
}
