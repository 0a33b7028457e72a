package outrider.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;

/**
 * Columns of another table beside those of one, by a key that both hold. Records stay as many as they are and in their order: a key
 * that the other table lacks gives missing values. Keys are compared as texts without blanks around them, numbers by value.
 */
public final class Join {
    private static final char BETWEEN = '\u001f';

    private final Table table;
    private final Table other;
    private final String file;
    private final Terms terms;
    private final Found found;
    private final int[] rows;

    /** Which of several records of one key counts. */
    public enum Keep {
        FIRST,
        LAST
    }

    /**
     * @param on columns of the table, each with the other's that holds the same; at least one
     * @param columns of the other; null for all but the key
     * @param prefix before the names of what comes; null for none
     * @param keep null where a key that stands twice is refused
     * @param by number or date of the other that orders records of one key, missing first; null for their order in the file
     */
    public record Terms(
            Map<String, String> on,
            @Nullable List<String> columns,
            @Nullable String prefix,
            @Nullable Keep keep,
            @Nullable String by) {
        /** @throws BadInput if no key is given */
        public Terms {
            if (on == null || on.isEmpty()) {
                throw BadInput.of("on", "is missing", "name a column of each file that holds the same key");
            }
        }

        String name(String column) {
            return prefix == null ? column : prefix + column;
        }
    }

    /**
     * What is joined with what.
     *
     * @param records of the table, of which {@code matched} find their key; {@code withoutKey} have none
     * @param sharing records that find a key which others of the table find too
     */
    public record Found(int records, int matched, int withoutKey, int sharing, Keys other) {
        /**
         * Keys of the other.
         *
         * @param keys of the other; {@code doubled} stand in several of its records, {@code doubledRecords} together
         * @param unused keys of the other that no record asks for
         * @param example a doubled key; null for none
         */
        public record Keys(
                int keys,
                int doubled,
                int doubledRecords,
                int unused,
                @Nullable String example) implements Inline {}
    }

    private Join(Table table, Table other, String file, Terms terms) {
        this.table = table;
        this.other = other;
        this.file = file;
        this.terms = terms;
        Map<String, int[]> known = new HashMap<>();
        Column by = terms.by() == null ? null : ordering(terms.by());
        boolean last = terms.keep() == Keep.LAST;
        Column[] keys = terms.on().values().stream()
                .map(name -> column(other, name, file))
                .toArray(Column[]::new);
        for (int i = 0; i < other.size(); i++) {
            String key = key(keys, i);
            if (key == null) continue;
            int[] before = known.putIfAbsent(key, new int[] {i, 1, 0});
            if (before == null) continue;
            before[1]++;
            int order = by == null ? Integer.compare(i, before[0]) : Double.compare(order(by, i), order(by, before[0]));
            if (last ? order > 0 : order < 0) before[0] = i;
        }
        Column[] own = terms.on().keySet().stream().map(table::column).toArray(Column[]::new);
        rows = new int[table.size()];
        int matched = 0;
        int withoutKey = 0;
        for (int i = 0; i < rows.length; i++) {
            String key = key(own, i);
            int[] at = key == null ? null : known.get(key);
            rows[i] = at == null ? -1 : at[0];
            if (key == null) withoutKey++;
            if (at == null) continue;
            at[2]++;
            matched++;
        }
        int doubled = 0;
        int doubledRecords = 0;
        int unused = 0;
        int sharing = 0;
        String example = null;
        for (Map.Entry<String, int[]> entry : known.entrySet()) {
            int[] at = entry.getValue();
            if (at[1] > 1) {
                doubled++;
                doubledRecords += at[1];
                if (example == null || entry.getKey().compareTo(example) < 0) example = entry.getKey();
            }
            if (at[2] == 0) unused++;
            if (at[2] > 1) sharing += at[2];
        }
        String shown = example == null ? null : example.replace(BETWEEN, ' ');
        found = new Found(
                rows.length,
                matched,
                withoutKey,
                sharing,
                new Found.Keys(known.size(), doubled, doubledRecords, unused, shown));
    }

    /**
     * Matches the keys. O(records of both).
     *
     * @param file what the other is called
     * @throws BadInput if a column is not there or cannot order
     */
    public static Join of(Table table, Table other, String file, Terms terms) {
        return new Join(table, other, file, terms);
    }

    public Found found() {
        return found;
    }

    /** What the columns that come are called, in the other's order. */
    public List<String> names() {
        return coming().stream().map(column -> terms.name(column.name())).toList();
    }

    /**
     * The table with the columns that come behind its own.
     *
     * @throws BadInput if nothing matches, a key stands twice and nobody said which counts, a name is taken, or nothing comes
     */
    public Table joined() {
        if (found.matched() == 0) {
            throw BadInput.of(
                    "key",
                    "of no record is in " + file + ": “"
                            + first(table, terms.on().keySet()) + "” stands here, “"
                            + first(other, terms.on().values()) + "” there",
                    "choose the columns that hold the same key, or write them alike");
        }
        if (terms.keep() == null && found.other().doubled() > 0) {
            throw BadInput.of(
                    "key",
                    found.other().doubled() + " of them stand in several records of " + file + ", as “"
                            + found.other().example() + "” does",
                    "say whether the first or the last of them counts, or bring one record a key");
        }
        List<Column> columns = new ArrayList<>(table.columns());
        List<Column> coming = coming();
        if (coming.isEmpty()) throw BadInput.of("columns", "of " + file + " are none but the key", "name some");
        for (Column column : coming) {
            String name = terms.name(column.name());
            if (table.has(name)) {
                throw BadInput.of(
                        "column \"" + name + "\"",
                        "is in both files",
                        "give those of " + file + " a prefix, or leave this one out");
            }
            columns.add(renamed(column.gathered(rows), name));
        }
        if (columns.size() > CsvTableReader.MOST_COLUMNS) {
            throw BadInput.of(
                    "columns",
                    "would be " + columns.size() + ", more than " + CsvTableReader.MOST_COLUMNS,
                    "join fewer of them");
        }
        return table.with(columns);
    }

    private List<Column> coming() {
        if (terms.columns() != null) {
            return terms.columns().stream()
                    .map(name -> column(other, name, file))
                    .toList();
        }
        return other.columns().stream()
                .filter(column -> !terms.on().containsValue(column.name()))
                .toList();
    }

    private static Column renamed(Column column, String name) {
        if (column instanceof NumberColumn c) return new NumberColumn(name, c.values());
        if (column instanceof DateColumn c) return new DateColumn(name, c.days());
        if (column instanceof CategoryColumn c) return new CategoryColumn(name, c.codes(), c.levels(), c.ordered());
        return new TextColumn(name, ((TextColumn) column).codes(), ((TextColumn) column).texts());
    }

    private Column ordering(String name) {
        Column column = column(other, name, file);
        if (column instanceof NumberColumn || column instanceof DateColumn) return column;
        throw BadInput.of("by", "\"" + name + "\" is neither a number nor a date", "choose one that orders records");
    }

    private static double order(Column by, int record) {
        if (by.isMissing(record)) return Double.NEGATIVE_INFINITY;
        return by instanceof NumberColumn numbers ? numbers.values()[record] : ((DateColumn) by).days()[record];
    }

    private static Column column(Table table, String name, String file) {
        if (table.has(name)) return table.column(name);
        throw BadInput.of(
                "column \"" + name + "\"",
                "is not in " + file,
                "its columns are: "
                        + String.join(
                                ", ", table.columns().stream().map(Column::name).toList()));
    }

    /** Null where a part of it is missing. */
    private static @Nullable String key(Column[] columns, int record) {
        if (columns.length == 1) return part(columns[0], record);
        StringBuilder key = new StringBuilder();
        for (Column column : columns) {
            String part = part(column, record);
            if (part == null) return null;
            if (key.length() > 0) key.append(BETWEEN);
            key.append(part);
        }
        return key.toString();
    }

    private static @Nullable String part(Column column, int record) {
        String text = column.text(record);
        return text == null ? null : text.strip();
    }

    private static String first(Table table, java.util.Collection<String> names) {
        Column[] columns = names.stream().map(table::column).toArray(Column[]::new);
        for (int i = 0; i < table.size(); i++) {
            String key = key(columns, i);
            if (key != null) return key.replace(BETWEEN, ' ');
        }
        return "";
    }
}
