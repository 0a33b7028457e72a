package outrider.server.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;

/**
 * Slows down guessing. After some wrong passwords for a name from one address each further one has to wait twice as long as the one
 * before; many wrong ones for a name from anywhere, or from one address for any name, wait too. Passwords are hashed one at a time,
 * with a short queue, so that a flood takes no more than one core.
 */
@ApplicationScoped
class Throttle {
    private static final Duration REMEMBERED = Duration.ofMinutes(15);
    private static final long LONGEST_WAIT = 300;
    /** Behind one address many may sit. */
    private static final long LONGEST_WAIT_OF_ADDRESS = 20;

    private static final int FREE_HERE = 5;
    private static final int FREE_OF_NAME = 25;
    private static final int FREE_OF_ADDRESS = 60;
    private static final int MOST_KEYS = 100_000;
    private static final int QUEUE = 8;

    private final Clock clock;
    private final Cache<String, Wrong> wrong = Caffeine.newBuilder()
            .maximumSize(MOST_KEYS)
            .expireAfterWrite(REMEMBERED)
            .build();
    private final Semaphore hashing = new Semaphore(1, true);
    private final AtomicInteger waiting = new AtomicInteger();

    Throttle(Clock clock) {
        this.clock = clock;
    }

    private record Wrong(int count, Instant last) {}

    /** Seconds until this name may be tried from this address; 0 for now. */
    long wait(String name, String address) {
        long here = wait(key(name, address), FREE_HERE, LONGEST_WAIT);
        long ofName = wait("name " + name, FREE_OF_NAME, LONGEST_WAIT_OF_ADDRESS);
        long ofAddress = wait("address " + address, FREE_OF_ADDRESS, LONGEST_WAIT_OF_ADDRESS);
        return Math.max(here, Math.max(ofName, ofAddress));
    }

    private static String key(String name, String address) {
        return "both " + name + " " + address;
    }

    private long wait(String key, int free, long most) {
        Wrong known = wrong.getIfPresent(key);
        if (known == null || known.count() < free) return 0;
        long pause = Math.min(most, 1L << Math.min(30, known.count() - free + 1));
        long left = Duration.between(clock.instant(), known.last().plusSeconds(pause))
                .toSeconds();
        return Math.max(0, left);
    }

    void failed(String name, String address) {
        for (String key : new String[] {key(name, address), "name " + name, "address " + address}) {
            wrong.asMap()
                    .merge(key, new Wrong(1, clock.instant()), (a, b) -> new Wrong(a.count() + b.count(), b.last()));
        }
    }

    void succeeded(String name, String address) {
        wrong.invalidate(key(name, address));
    }

    /** What a comparison of a password says; null where too many wait for one. */
    @Nullable
    Boolean compared(BooleanSupplier comparison) {
        if (waiting.incrementAndGet() > QUEUE) {
            waiting.decrementAndGet();
            return null;
        }
        try {
            hashing.acquireUninterruptibly();
            try {
                return comparison.getAsBoolean();
            } finally {
                hashing.release();
            }
        } finally {
            waiting.decrementAndGet();
        }
    }
}
