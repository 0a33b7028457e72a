package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.enterprise.inject.Any;
import jakarta.enterprise.inject.Instance;
import jakarta.inject.Inject;
import java.time.Clock;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.BooleanSupplier;
import java.util.stream.LongStream;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import outrider.server.HeldWork;

/** Two servers on one database. */
@QuarkusTest
class TwoServersTest {
    private static final long[] PIECES = LongStream.range(7_000_001, 7_000_031).toArray();

    @Inject
    @Any
    Instance<Work> kinds;

    @Inject
    DataSource source;

    @Inject
    Clock clock;

    @Inject
    WorkQueue first;

    @Test
    void runEachPieceOnce() throws InterruptedException {
        HeldWork.ENDS.set(new CountDownLatch(0));
        WorkQueue second = new WorkQueue(kinds, source, clock);
        second.start(new StartupEvent());
        try {
            for (long piece : PIECES) (piece % 2 == 0 ? first : second).enqueue(HeldWork.NAME, piece);
            assertThat(reached(() -> LongStream.of(PIECES).allMatch(HeldWork.RUNS::containsKey)))
                    .isTrue();
            assertThat(reached(() -> HeldWork.RUNNING.get() == 0)).isTrue();
            assertThat(LongStream.of(PIECES).mapToObj(HeldWork.RUNS::get)).containsOnly(1);
        } finally {
            second.stop(new ShutdownEvent());
        }
    }

    @Test
    void manyMayPutThePieceThereAtTheSameMoment() throws Exception {
        HeldWork.ENDS.set(new CountDownLatch(0));
        ExecutorService people = Executors.newFixedThreadPool(8);
        try {
            for (long piece = 7_000_200; piece < 7_000_240; piece++) {
                long same = piece;
                CyclicBarrier start = new CyclicBarrier(8);
                Callable<Void> put = () -> {
                    start.await();
                    first.enqueue(HeldWork.NAME, same);
                    return null;
                };
                for (Future<Void> one : people.invokeAll(Collections.nCopies(8, put))) one.get();
            }
        } finally {
            people.shutdown();
        }
        assertThat(reached(() -> LongStream.range(7_000_200, 7_000_240).allMatch(HeldWork.RUNS::containsKey)))
                .isTrue();
    }

    /** A server that is killed between storing a piece and putting it into the queue leaves one that only waits. */
    @Test
    void whatWaitsWithoutAPlaceInTheQueueIsPutThereAtTheNextStart() throws InterruptedException {
        HeldWork.ENDS.set(new CountDownLatch(0));
        long forgotten = 7_000_099;
        HeldWork.OPEN.set(List.of(forgotten));
        WorkQueue next = new WorkQueue(kinds, source, clock);
        try {
            next.start(new StartupEvent());
            assertThat(reached(() -> HeldWork.RUNS.containsKey(forgotten))).isTrue();
        } finally {
            HeldWork.OPEN.set(List.of());
            next.stop(new ShutdownEvent());
        }
    }

    private static boolean reached(BooleanSupplier state) throws InterruptedException {
        for (int i = 0; i < 600 && !state.getAsBoolean(); i++) Thread.sleep(50);
        return state.getAsBoolean();
    }
}
