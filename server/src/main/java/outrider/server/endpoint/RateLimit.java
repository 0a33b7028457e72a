package outrider.server.endpoint;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.Duration;

/**
 * How often a key may ask this server: a bucket that holds a sixth of a minute's requests, at least one, and fills at the key's rate.
 * Thread safe.
 */
@ApplicationScoped
class RateLimit {
    private static final double MINUTE = 60e9;
    private static final int BURST = 6;

    private final Cache<Long, Bucket> buckets =
            Caffeine.newBuilder().expireAfterAccess(Duration.ofMinutes(10)).build();

    private static final class Bucket {
        private double left;
        private long at;

        Bucket(double left, long at) {
            this.left = left;
            this.at = at;
        }

        /** Seconds to wait, 0 for now. */
        synchronized long take(double perMinute, long now) {
            double most = Math.max(1, perMinute / BURST);
            left = Math.min(most, left + (now - at) * perMinute / MINUTE);
            at = now;
            if (left >= 1) {
                left--;
                return 0;
            }
            return Math.max(1, (long) Math.ceil((1 - left) * 60 / perMinute));
        }
    }

    long take(long key, int perMinute) {
        long now = System.nanoTime();
        return buckets.get(key, id -> new Bucket(Math.max(1, perMinute / (double) BURST), now))
                .take(perMinute, now);
    }
}
