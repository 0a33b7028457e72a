package outrider.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class ReadingQueueTest {
    private static final long LARGE = ReadingQueue.SMALL + 1;

    private final ReadingQueue queue = new ReadingQueue();
    private final List<String> read = Collections.synchronizedList(new ArrayList<>());
    private final CountDownLatch held = new CountDownLatch(1);

    @AfterEach
    void end() {
        queue.end();
    }

    /** A file that is being read until the latch opens; waits until it is. */
    private void hold(String by, long bytes) throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(1);
        queue.add(by, bytes, () -> {
            begun.countDown();
            try {
                held.await();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
    }

    private void add(CountDownLatch done, String by, long bytes) {
        queue.add(by, bytes, () -> {
            read.add(by + " " + bytes);
            done.countDown();
        });
    }

    @Test
    void aGiantHoldsUpNobodysSmallFile() throws InterruptedException {
        hold("one", LARGE);
        CountDownLatch small = new CountDownLatch(1);
        add(small, "two", 10);
        assertThat(small.await(20, TimeUnit.SECONDS)).isTrue();
        CountDownLatch second = new CountDownLatch(1);
        add(second, "two", LARGE);
        assertThat(second.await(200, TimeUnit.MILLISECONDS))
                .as("one giant at a time")
                .isFalse();
        held.countDown();
        assertThat(second.await(20, TimeUnit.SECONDS)).isTrue();
    }

    /** The other reader is busy with a giant of the first person's throughout, so that the order of the small ones is seen. */
    @Test
    void whoeverHasFewerBeingReadComesFirstThenTheSmallerFile() throws InterruptedException {
        hold("one", LARGE);
        CountDownLatch gate = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        queue.add("three", 1, () -> {
            begun.countDown();
            try {
                gate.await();
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
        CountDownLatch done = new CountDownLatch(4);
        add(done, "one", 1);
        add(done, "one", 2);
        add(done, "two", 30);
        add(done, "two", 20);
        gate.countDown();
        assertThat(done.await(20, TimeUnit.SECONDS)).isTrue();
        assertThat(read).containsExactly("two 20", "two 30", "one 1", "one 2");
        held.countDown();
    }
}
