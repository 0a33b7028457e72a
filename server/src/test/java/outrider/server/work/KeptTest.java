package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class KeptTest {
    private final Kept<String, Integer> kept = Caches.CUTS.make(known -> 8);

    @Test
    void whoComesWhileItIsMadeWaitsForThat() throws Exception {
        AtomicInteger made = new AtomicInteger();
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        ExecutorService threads = Executors.newFixedThreadPool(8);
        try {
            List<Future<Integer>> answers = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                answers.add(threads.submit(() -> kept.get("a", k -> {
                    asked.countDown();
                    await(go);
                    return made.incrementAndGet();
                })));
            }
            asked.await();
            assertThat(kept.known("a")).as("not yet").isNull();
            assertThat(kept.get("b", k -> 7)).as("others are not held up").isEqualTo(7);
            go.countDown();
            for (Future<Integer> answer : answers) assertThat(answer.get()).isEqualTo(1);
        } finally {
            threads.shutdownNow();
        }
        assertThat(kept.known("a")).isEqualTo(1);
    }

    /** Who waited for one that failed, as one that somebody stopped, makes it themselves. */
    @Test
    void aFailureIsWhoseItIsAndIsNotKept() throws Exception {
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        ExecutorService threads = Executors.newFixedThreadPool(2);
        try {
            Future<Integer> first = threads.submit(() -> kept.get("c", k -> {
                asked.countDown();
                await(go);
                throw new IllegalStateException("stopped");
            }));
            asked.await();
            Future<Integer> second = threads.submit(() -> kept.get("c", k -> 3));
            go.countDown();
            assertThatThrownBy(first::get).hasRootCauseMessage("stopped");
            assertThat(second.get()).isEqualTo(3);
        } finally {
            threads.shutdownNow();
        }
        kept.forget("c");
        assertThat(kept.known("c")).isNull();
        kept.put("c", 4);
        assertThat(kept.get("c", k -> 5)).isEqualTo(4);
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
