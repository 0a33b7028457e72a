package outrider.server.schedule;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.ScoringRecipe;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** A table of a PostgreSQL, read as texts and written as scores. */
final class DatabaseTable {
    private static final int MOST = 5_000_000;
    private static final int FETCH = 5000;
    private static final Set<Integer> NUMBERS = Set.of(
            Types.SMALLINT,
            Types.INTEGER,
            Types.BIGINT,
            Types.REAL,
            Types.FLOAT,
            Types.DOUBLE,
            Types.NUMERIC,
            Types.DECIMAL);
    private static final Set<Integer> DAYS = Set.of(Types.DATE, Types.TIMESTAMP);

    private DatabaseTable() {}

    /** All of it, numbers and days in texts as the recipe's file wrote them. */
    static Table read(Connection database, String table, ScoringRecipe recipe) throws SQLException {
        try (Statement asked = database.createStatement()) {
            asked.setFetchSize(FETCH);
            try (ResultSet rows = asked.executeQuery("select * from " + table)) {
                int width = rows.getMetaData().getColumnCount();
                Map<String, Reading> readings = new HashMap<>();
                for (ScoringRecipe.Need need : recipe.columns()) {
                    if (need.reading() != null) readings.put(need.name(), need.reading());
                }
                Reading[] as = new Reading[width];
                for (int c = 0; c < width; c++)
                    as[c] = readings.get(rows.getMetaData().getColumnLabel(c + 1));
                List<List<String>> texts = new ArrayList<>();
                for (int c = 0; c < width; c++) texts.add(new ArrayList<>());
                int size = 0;
                while (rows.next()) {
                    if (++size > MOST) throw BadInput.of("table " + table, "holds more than 5,000,000 rows", "part it");
                    for (int c = 0; c < width; c++) texts.get(c).add(text(rows, c + 1, as[c]));
                }
                List<Column> columns = new ArrayList<>();
                for (int c = 0; c < width; c++) {
                    String name = rows.getMetaData().getColumnLabel(c + 1);
                    columns.add(TextColumn.of(name, texts.get(c).toArray(new String[0])));
                }
                return new Table(columns, null);
            }
        }
    }

    private static @Nullable String text(ResultSet rows, int column, @Nullable Reading as) throws SQLException {
        if (as != null
                && as.type() == ColumnType.NUMBER
                && NUMBERS.contains(rows.getMetaData().getColumnType(column))) {
            double value = rows.getDouble(column);
            return rows.wasNull() || Double.isNaN(value) ? null : as.written(value);
        }
        if (as != null
                && as.type() == ColumnType.DATE
                && DAYS.contains(rows.getMetaData().getColumnType(column))) {
            LocalDate day = rows.getObject(column, LocalDate.class);
            return day == null ? null : as.written((double) day.toEpochDay());
        }
        return rows.getString(column);
    }

    /**
     * Puts scores in the place of what stood in a table, which is made where there is none and keeps who may read it; whoever reads sees the
     * old or the new ones.
     */
    static void replace(Connection database, String table, Table scored) throws SQLException {
        List<Column> columns = scored.columns();
        String names = columns.stream().map(c -> quoted(c.name())).collect(Collectors.joining(", ", " (", ")"));
        try (Statement plain = database.createStatement()) {
            plain.execute("create table if not exists " + table
                    + columns.stream()
                            .map(c -> quoted(c.name()) + (c instanceof NumberColumn ? " double precision" : " text"))
                            .collect(Collectors.joining(", ", " (", ")")));
            plain.execute("delete from " + table);
        }
        String marks = String.join(", ", Collections.nCopies(columns.size(), "?"));
        try (PreparedStatement insert =
                database.prepareStatement("insert into " + table + names + " values (" + marks + ")")) {
            for (int i = 0; i < scored.size(); i++) {
                for (int c = 0; c < columns.size(); c++) {
                    Column column = columns.get(c);
                    if (!(column instanceof NumberColumn numbers)) insert.setString(c + 1, column.text(i));
                    else if (column.isMissing(i)) insert.setNull(c + 1, Types.DOUBLE);
                    else insert.setDouble(c + 1, numbers.values()[i]);
                }
                insert.addBatch();
                if (i % FETCH == FETCH - 1) insert.executeBatch();
            }
            insert.executeBatch();
        }
    }

    private static String quoted(String name) {
        return "\"" + name.replace("\"", "\"\"") + "\"";
    }
}
