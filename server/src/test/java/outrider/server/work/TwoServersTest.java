package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.runtime.ShutdownEvent;
import io.quarkus.runtime.StartupEvent;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.enterprise.inject.Any;
import jakarta.enterprise.inject.Instance;
import jakarta.inject.Inject;
import java.time.Clock;
import java.util.concurrent.CountDownLatch;
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

    private static boolean reached(BooleanSupplier state) throws InterruptedException {
        for (int i = 0; i < 600 && !state.getAsBoolean(); i++) Thread.sleep(50);
        return state.getAsBoolean();
    }
}
