package outrider.server.account;

import static io.restassured.RestAssured.given;
import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import io.restassured.http.ContentType;
import jakarta.inject.Inject;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Many passwords to compare at once. */
@QuarkusTest
class FloodTest {
    private static final int QUEUE = 8;

    @Inject
    Throttle throttle;

    @Test
    void whereManyWaitForAComparisonMoreAreTurnedAwayUnhashed() throws Exception {
        CountDownLatch held = new CountDownLatch(1);
        List<FutureTask<Boolean>> flood = Stream.generate(
                        () -> new FutureTask<>(() -> throttle.compared(() -> await(held))))
                .limit(QUEUE)
                .toList();
        List<Thread> waiting = flood.stream().map(Thread::new).toList();
        try {
            for (Thread thread : waiting) thread.start();
            for (Thread thread : waiting) while (thread.getState() != Thread.State.WAITING) Thread.sleep(5);
            assertThat(wrongPassword()).isEqualTo(429);
            held.countDown();
            for (FutureTask<Boolean> one : flood) assertThat(one.get()).isTrue();
            assertThat(wrongPassword()).isEqualTo(401);
        } finally {
            held.countDown();
        }
    }

    private static int wrongPassword() {
        return given().contentType(ContentType.URLENC)
                .formParam("j_username", "nobody-" + System.nanoTime())
                .formParam("j_password", "wrong-password")
                .post("/api/login")
                .statusCode();
    }

    private static boolean await(CountDownLatch held) {
        try {
            held.await();
            return true;
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
