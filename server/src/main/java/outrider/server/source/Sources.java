package outrider.server.source;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeSet;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.Preview;
import outrider.table.Table;

/**
 * PostgreSQL databases that the administrator has named in a file of properties: {@code NAME.url}, {@code NAME.user} and
 * {@code NAME.password}. A query reads and nothing else; the session is read-only whatever the account may do.
 */
@ApplicationScoped
public class Sources {
    private static final Logger LOG = Logger.getLogger(Sources.class);
    private static final ScheduledExecutorService STOPPERS = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "sources");
        thread.setDaemon(true);
        return thread;
    });

    /** More records than this are refused. */
    static final int MOST_RECORDS = 5_000_000;

    private static final int CHECK_EVERY = 4096;
    private static final int FETCH = 5000;
    private static final int LONGEST_QUERY = 20_000;
    private static final String LOOKING_SECONDS = "20s";
    private static final String COPYING_SECONDS = "15min";

    private final Optional<String> file;

    Sources(@ConfigProperty(name = "outrider.sources") Optional<String> file) {
        this.file = file;
    }

    private Properties settings() {
        Properties settings = new Properties();
        if (file.isEmpty() || file.get().isBlank() || !Files.exists(Path.of(file.get()))) return settings;
        try (Reader reader = Files.newBufferedReader(Path.of(file.get()))) {
            settings.load(reader);
        } catch (IOException e) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "sources", "cannot be read by the server", "ask who keeps it");
        }
        return settings;
    }

    /** Names of those there are. */
    public List<String> names() {
        TreeSet<String> names = new TreeSet<>();
        for (String key : settings().stringPropertyNames()) {
            if (key.endsWith(".url")) names.add(key.substring(0, key.length() - ".url".length()));
        }
        return List.copyOf(names);
    }

    /**
     * Names and first records of a query's answer.
     *
     * @throws BadInput if there is no such source, or it does not answer the query; the database's own words say why
     */
    public Preview preview(String source, String query) {
        return asked(source, query, LOOKING_SECONDS, Preview.ROWS, Progress.NONE, rows -> {
            List<String> names = names(rows);
            List<List<String>> shown = new ArrayList<>();
            while (rows.next()) {
                List<String> texts = new ArrayList<>();
                for (int c = 1; c <= names.size(); c++) texts.add(rows.getString(c));
                shown.add(texts);
            }
            return new Preview(null, names, shown);
        });
    }

    /**
     * All of a query's answer: numbers, days and texts as the database types them.
     *
     * @throws BadInput as {@link #preview} does, or if it has no record, too many, or two columns of one name
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public Table copy(String source, String query, Progress progress) {
        return asked(source, query, COPYING_SECONDS, MOST_RECORDS + 1, progress, rows -> {
            List<String> names = names(rows);
            List<SourceColumn> columns = new ArrayList<>();
            for (int c = 1; c <= names.size(); c++) {
                columns.add(SourceColumn.of(names.get(c - 1), rows.getMetaData().getColumnType(c)));
            }
            int size = 0;
            while (rows.next()) {
                if (size % CHECK_EVERY == 0) progress.checkpoint(0, "copying record " + size);
                if (++size > MOST_RECORDS) {
                    throw BadInput.of(
                            "query", "gives more than " + MOST_RECORDS + " records", "ask for fewer, or for a sample");
                }
                for (int c = 0; c < columns.size(); c++) columns.get(c).add(rows.getString(c + 1));
            }
            if (size == 0) throw BadInput.of("query", "gives no record", "loosen its conditions");
            return new Table(columns.stream().map(SourceColumn::build).toList(), null);
        });
    }

    private interface Rows<T> {
        T of(ResultSet rows) throws SQLException;
    }

    private <T> T asked(String source, String query, String within, int most, Progress progress, Rows<T> read) {
        try (Connection connection = open(source)) {
            connection.setAutoCommit(false);
            try (PreparedStatement limit =
                    connection.prepareStatement("select set_config('statement_timeout', ?, false)")) {
                limit.setString(1, within);
                limit.execute();
            }
            try (PreparedStatement asked =
                    connection.prepareStatement("select * from (\n" + single(query) + "\n) as asked limit " + most)) {
                asked.setFetchSize(FETCH);
                ScheduledFuture<?> stopping =
                        STOPPERS.scheduleWithFixedDelay(() -> stop(asked, progress), 1, 1, TimeUnit.SECONDS);
                try (ResultSet rows = asked.executeQuery()) {
                    return read.of(rows);
                } finally {
                    stopping.cancel(false);
                }
            }
        } catch (SQLException e) {
            if (progress.isCancelled()) throw new CancellationException();
            String said = e.getMessage() == null
                    ? ""
                    : e.getMessage().lines().findFirst().orElse("");
            boolean late = "57014".equals(e.getSQLState());
            throw BadInput.of(
                    "query",
                    late ? "took longer than " + within : "is not answered by " + source + ": " + said,
                    late ? "ask for less" : "mend it, or ask who keeps " + source);
        }
    }

    /** Ends a query that somebody has stopped, though no record of it has come yet. */
    private static void stop(PreparedStatement asked, Progress progress) {
        try {
            if (progress.isCancelled()) asked.cancel();
        } catch (SQLException e) {
            LOG.debug("a query that has ended cannot be stopped", e);
        }
    }

    private Connection open(String source) throws SQLException {
        Properties all = settings();
        String url = all.getProperty(source + ".url");
        if (source.isBlank() || url == null) {
            throw BadInput.of("source", "“" + source + "” is none", "there are: " + String.join(", ", names()));
        }
        Properties session = new Properties();
        session.setProperty("user", all.getProperty(source + ".user", ""));
        session.setProperty("password", all.getProperty(source + ".password", ""));
        session.setProperty("ApplicationName", "Outrider");
        session.setProperty("readOnly", "true");
        session.setProperty("readOnlyMode", "always");
        return DriverManager.getConnection(url, session);
    }

    /** One query and no more. */
    private static String single(@Nullable String query) {
        String text = query == null ? "" : query.strip().replaceAll(";\\s*$", "");
        if (text.isEmpty()) throw BadInput.of("query", "is empty", "write what is to be copied, as select … from …");
        if (text.length() > LONGEST_QUERY) {
            throw BadInput.of("query", "is longer than " + LONGEST_QUERY + " letters", "make a view of it there");
        }
        if (text.indexOf(';') >= 0) {
            throw BadInput.of("query", "holds a semicolon", "write one query alone, and no semicolon in it");
        }
        return text;
    }

    private static List<String> names(ResultSet rows) throws SQLException {
        List<String> names = new ArrayList<>();
        for (int c = 1; c <= rows.getMetaData().getColumnCount(); c++) {
            String name = rows.getMetaData().getColumnLabel(c);
            if (names.contains(name)) {
                throw BadInput.of("query", "gives two columns “" + name + "”", "name one of them otherwise, with as");
            }
            names.add(name);
        }
        return names;
    }
}
