package outrider.server.work;

import java.io.IOException;
import java.sql.SQLException;

/** Work that met a full disk and is done again once there is room. */
public final class NoRoom extends RuntimeException {
    /** What its row says meanwhile. */
    static final String WORDS = "waits for room on the server's disk";

    private static final String DISK_FULL = "53100";
    private static final String SAID = "No space left on device";

    NoRoom(RuntimeException cause) {
        super(WORDS, cause);
    }

    /** Whether there was no room to write, on the server's disk or the database's. */
    public static boolean met(Throwable e) {
        for (Throwable under = e; under != null; under = under.getCause()) {
            if (under instanceof SQLException told && DISK_FULL.equals(told.getSQLState())) return true;
            if (under instanceof IOException
                    && String.valueOf(under.getMessage()).contains(SAID)) return true;
        }
        return false;
    }
}
