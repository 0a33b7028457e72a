package outrider.base;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;

class WorkersTest {
    @Test
    void everyTaskIsDoneOnceAlsoWhereTasksHandOutTasks() {
        Workers workers = new Workers(3);
        AtomicIntegerArray done = new AtomicIntegerArray(400);
        workers.each(20, outer -> workers.each(20, inner -> done.incrementAndGet(20 * outer + inner)));
        for (int i = 0; i < 400; i++) assertThat(done.get(i)).isOne();
        workers.each(0, task -> done.set(0, 9));
        assertThat(done.get(0)).isOne();
    }

    @Test
    void noMoreThreadsAreAtWorkThanAllowed() {
        Workers workers = new Workers(2);
        AtomicInteger now = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        workers.each(60, task -> {
            most.accumulateAndGet(now.incrementAndGet(), Math::max);
            Thread.yield();
            now.decrementAndGet();
        });
        assertThat(most.get()).isBetween(1, 2);
        AtomicInteger whileOccupied = new AtomicInteger();
        Thread caller = Thread.currentThread();
        workers.occupying(() -> workers.each(50, task -> {
            if (Thread.currentThread() != caller) whileOccupied.incrementAndGet();
        }));
        assertThat(whileOccupied.get()).as("the one helper is taken").isZero();
    }

    @Test
    void whatATaskThrowsIsThrownOnceAllHaveComeToRestAndThreadsAreGivenBack() {
        Workers workers = new Workers(2);
        for (int run = 0; run < 20; run++) {
            AtomicInteger at = new AtomicInteger();
            assertThatThrownBy(() -> workers.each(1000, task -> {
                        if (at.incrementAndGet() == 5) throw new CancellationException("stopped");
                        LockSupport.parkNanos(10_000);
                    }))
                    .isInstanceOf(CancellationException.class)
                    .hasMessage("stopped");
            assertThat(at.get()).isLessThan(1000);
        }
        workers.occupying(() -> {});
    }

    @Test
    void partsOfAProgressMakeUpTheWhole() {
        List<Double> heard = new ArrayList<>();
        List<String> words = new ArrayList<>();
        Progress whole = new Progress() {
            @Override
            public void report(double share, String step) {
                heard.add(share);
                words.add(step);
            }

            @Override
            public boolean isCancelled() {
                return heard.size() >= 4;
            }
        };
        Progress[] each = whole.part(0.5, 1, "fold: ").shared(2);
        each[0].report(0.5, "a");
        each[1].report(1, "b");
        each[0].report(1, "c");
        assertThat(heard.get(0)).isCloseTo(0.625, within(1e-12));
        assertThat(heard.get(2)).isCloseTo(1, within(1e-12));
        assertThat(words).containsExactly("fold: a", "fold: b", "fold: c");
        whole.report(1, "d");
        assertThatThrownBy(() -> each[1].checkpoint(1, "e")).isInstanceOf(CancellationException.class);
    }
}
