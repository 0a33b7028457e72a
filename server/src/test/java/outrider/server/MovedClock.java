package outrider.server;

import io.quarkus.test.Mock;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.Produces;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicReference;

/** The server's clock in tests: the right time, or as much later as a test says. */
@Mock
public class MovedClock {
    static final AtomicReference<Duration> LATER = new AtomicReference<>(Duration.ZERO);

    @Produces
    @ApplicationScoped
    Clock clock() {
        return new Clock() {
            @Override
            public ZoneId getZone() {
                return ZoneOffset.UTC;
            }

            @Override
            public Clock withZone(ZoneId zone) {
                return Clock.offset(Clock.system(zone), LATER.get());
            }

            @Override
            public Instant instant() {
                return Instant.now().plus(LATER.get());
            }
        };
    }
}
