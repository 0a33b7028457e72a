package outrider.server.work;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.Produces;
import java.time.Clock;

/** Where the server has the time from; tests put another in its place. */
public class ServerClock {
    @Produces
    @ApplicationScoped
    Clock clock() {
        return Clock.systemUTC();
    }
}
