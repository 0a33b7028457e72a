package outrider.server.work;

import com.github.benmanes.caffeine.cache.AsyncCache;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What was computed last, by its key. Whoever asks for a thing while somebody else computes it waits for that; where that fails, they
 * compute it themselves. Nobody who waits here should hold a connection to the database.
 */
public final class Kept<K, V> {
    private final AsyncCache<K, V> cache;

    Kept(AsyncCache<K, V> cache) {
        this.cache = cache;
    }

    /** The value of a key, made where it is not known. Whatever making it throws is thrown, and nothing is kept. */
    public V get(K key, Function<? super K, ? extends V> make) {
        while (true) {
            CompletableFuture<V> mine = new CompletableFuture<>();
            CompletableFuture<V> others = cache.asMap().putIfAbsent(key, mine);
            if (others == null) return made(key, make, mine);
            try {
                return others.join();
            } catch (CompletionException e) {
                cache.asMap().remove(key, others);
            }
        }
    }

    private V made(K key, Function<? super K, ? extends V> make, CompletableFuture<V> mine) {
        try {
            V value = make.apply(key);
            mine.complete(value);
            return value;
        } catch (RuntimeException | Error e) {
            mine.completeExceptionally(e);
            throw e;
        }
    }

    /** The value of a key; null where it is not known, or not yet. */
    public @Nullable V known(K key) {
        CompletableFuture<V> found = cache.getIfPresent(key);
        return found == null || !found.isDone() || found.isCompletedExceptionally() ? null : found.join();
    }

    public void put(K key, V value) {
        cache.put(key, CompletableFuture.completedFuture(value));
    }

    public void forget(K key) {
        cache.synchronous().invalidate(key);
    }

    public void forgetAll() {
        cache.synchronous().invalidateAll();
    }
}
