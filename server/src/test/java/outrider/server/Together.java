package outrider.server;

import io.restassured.response.Response;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;

/** Asks the same several times at the same moment. */
final class Together implements AutoCloseable {
    private final int count;
    private final ExecutorService threads;

    Together(int count) {
        this.count = count;
        threads = Executors.newFixedThreadPool(count);
    }

    List<Integer> statuses(Supplier<Response> asked) throws Exception {
        CyclicBarrier start = new CyclicBarrier(count);
        List<Future<Integer>> asking = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            asking.add(threads.submit(() -> {
                start.await();
                return asked.get().statusCode();
            }));
        }
        List<Integer> statuses = new ArrayList<>();
        for (Future<Integer> one : asking) statuses.add(one.get());
        return statuses;
    }

    @Override
    public void close() {
        threads.shutdownNow();
    }
}
