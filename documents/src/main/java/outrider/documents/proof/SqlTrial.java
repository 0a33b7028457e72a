package outrider.documents.proof;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.documents.sql.Dialect;
import outrider.documents.sql.SqlForm;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/** Runs a statement on a table of the trial's records in a PostgreSQL, in a transaction that leaves nothing. */
final class SqlTrial {
    private static final String TABLE = "outrider_trial";
    private static final int MINUTES = 10;

    private SqlTrial() {}

    /**
     * @param database a transaction may be open in it; temporary tables must be allowed
     * @throws BadInput with what PostgreSQL says
     */
    static FormScores run(Trial trial, Dialect dialect, Connection database) {
        String statement = SqlForm.of(trial.recipe(), TABLE, dialect);
        try (Statement plain = database.createStatement()) {
            List<Column> columns = trial.typed();
            plain.execute("drop table if exists pg_temp." + TABLE);
            plain.execute("create temporary table " + TABLE + " ("
                    + columns.stream().map(SqlTrial::defined).collect(Collectors.joining(", ")) + ")");
            plain.execute("set statement_timeout = '" + MINUTES + "min'");
            plain.execute("set jit = off");
            try {
                fill(database, columns, trial.records().size());
                return read(plain, statement, trial.records().size());
            } finally {
                if (!database.getAutoCommit()) database.rollback();
                plain.execute("drop table if exists pg_temp." + TABLE);
                plain.execute("reset statement_timeout");
                plain.execute("reset jit");
            }
        } catch (SQLException e) {
            throw BadInput.of("statement", "is refused by PostgreSQL: " + e.getMessage(), "take another form");
        }
    }

    private static String defined(Column column) {
        String type = switch (column.type()) {
            case NUMBER -> "double precision";
            case DATE -> "date";
            default -> "text";
        };
        return "\"" + column.name().replace("\"", "\"\"") + "\" " + type;
    }

    private static void fill(Connection database, List<Column> columns, int records) throws SQLException {
        String marks = String.join(", ", Collections.nCopies(columns.size(), "?"));
        try (PreparedStatement insert = database.prepareStatement("insert into " + TABLE + " values (" + marks + ")")) {
            for (int i = 0; i < records; i++) {
                for (int c = 0; c < columns.size(); c++) set(insert, c + 1, columns.get(c), i);
                insert.addBatch();
                if (i % 1000 == 999) insert.executeBatch();
            }
            insert.executeBatch();
        }
    }

    private static void set(PreparedStatement insert, int at, Column column, int record) throws SQLException {
        boolean missing = column.isMissing(record);
        if (column instanceof NumberColumn numbers) {
            if (missing) insert.setNull(at, Types.DOUBLE);
            else insert.setDouble(at, numbers.values()[record]);
        } else if (column instanceof DateColumn dates) {
            if (missing) insert.setNull(at, Types.DATE);
            else insert.setObject(at, LocalDate.ofEpochDay(dates.days()[record]));
        } else {
            insert.setString(at, column.text(record));
        }
    }

    private static FormScores read(Statement plain, String statement, int records) throws SQLException {
        double[] score = new double[records];
        int[] band = new int[records];
        int[] version = new int[records];
        List<@Nullable String> action = new ArrayList<>(Collections.nCopies(records, null));
        boolean named = false;
        int found = 0;
        try (ResultSet rows = plain.executeQuery(statement)) {
            named = rows.getMetaData().getColumnCount() > 4;
            while (rows.next()) {
                int at = (int) rows.getDouble(1) - 1;
                score[at] = rows.getDouble(2);
                if (rows.wasNull()) score[at] = Double.NaN;
                band[at] = rows.getInt(3);
                action.set(at, rows.getString(4));
                if (named) version[at] = rows.getInt(5);
                found++;
            }
        }
        if (found != records)
            throw BadInput.of("statement", "gives " + found + " rows of " + records, "take another form");
        return new FormScores(score, band, action, named ? version : null);
    }
}
