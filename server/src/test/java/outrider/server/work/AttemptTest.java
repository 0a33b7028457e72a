package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.jboss.logging.Logger;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;

class AttemptTest {
    private static List<String> ends(Runnable work) {
        List<String> ends = new ArrayList<>();
        Attempt.of(
                Logger.getLogger(AttemptTest.class),
                "a try",
                work,
                (status, message) -> ends.add(status.word() + ": " + message));
        return ends;
    }

    @Test
    void everyEndButAGoodOneIsWrittenOnce() {
        assertThat(ends(() -> {})).isEmpty();
        assertThat(ends(() -> {
                    throw new CancellationException("stopped while: counting");
                }))
                .containsExactly("stopped: stopped while: counting");
        assertThat(ends(() -> {
                    throw BadInput.of("list", "is empty", "bring another");
                }))
                .containsExactly("failed: list: is empty; bring another");
        assertThat(ends(() -> {
                    throw new IllegalStateException("a secret of the house");
                }))
                .containsExactly("failed: the server failed at this; its log says why");
    }
}
