package outrider.server.work;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.util.HashSet;
import java.util.Set;
import org.jboss.logging.Logger;

/** A database that is gone for a while: restarted, killed, or not to be reached. */
public final class Lost extends RuntimeException {
    private static final Logger LOG = Logger.getLogger(Lost.class);
    private static final Duration PAUSE = Duration.ofSeconds(1);
    /** Classes of SQLSTATE: a connection's failures, and an operator's or a crash's interventions. */
    private static final Set<String> CLASSES = Set.of("08", "57");

    private static final String NOT_ALLOWED = "55000";
    private static final String CANCELLED = "57014";

    Lost(RuntimeException cause) {
        super("the database is gone", cause);
    }

    /** Whether that was the cause. */
    public static boolean met(Throwable e) {
        return met(e, new HashSet<>());
    }

    private static boolean met(Throwable e, Set<Throwable> seen) {
        if (!seen.add(e)) return false;
        if (e instanceof Lost || e instanceof SQLException told && gone(told)) return true;
        for (Throwable beside : e.getSuppressed()) if (met(beside, seen)) return true;
        return e.getCause() != null && met(e.getCause(), seen);
    }

    private static boolean gone(SQLException told) {
        String state = told.getSQLState();
        if (state == null) {
            // the pool's own word where it can open no connection
            return told instanceof SQLTransientConnectionException
                    || String.valueOf(told.getMessage()).contains("acquisition timeout");
        }
        if (state.equals(CANCELLED)) return false;
        return CLASSES.contains(state.substring(0, 2)) || state.equals(NOT_ALLOWED);
    }

    /** Does it again each second for as long as the database is gone. */
    public static void outlast(Runnable work) {
        for (boolean said = false; ; said = true) {
            try {
                work.run();
                return;
            } catch (RuntimeException e) {
                if (!met(e)) throw e;
                if (!said) LOG.warn("the database is gone; waiting for it");
                try {
                    Thread.sleep(PAUSE.toMillis());
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                    throw e;
                }
            }
        }
    }
}
