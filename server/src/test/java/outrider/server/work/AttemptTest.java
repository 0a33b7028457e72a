package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.sql.SQLException;
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

    @Test
    void workThatMeetsAFullDiskWaitsAndIsToBeDoneAgain() {
        List<String> ends = new ArrayList<>();
        Runnable full = () -> {
            throw new UncheckedIOException(new IOException("scores: No space left on device"));
        };
        Logger log = Logger.getLogger(AttemptTest.class);
        assertThatThrownBy(() ->
                        Attempt.of(log, "a try", full, (status, message) -> ends.add(status.word() + ": " + message)))
                .isInstanceOf(NoRoom.class);
        assertThat(ends).containsExactly("waiting: waits for room on the server's disk");
        assertThatThrownBy(() -> Attempt.of(log, "a try", full, (status, message) -> {
                    throw new IllegalStateException(new SQLException("full", "53100"));
                }))
                .as("where even that cannot be written down")
                .isInstanceOf(NoRoom.class);
        assertThatThrownBy(() -> Attempt.of(
                        log,
                        "outer",
                        () -> Attempt.of(log, "inner", full, (status, message) -> {}),
                        (status, message) -> {
                            throw new AssertionError("told twice");
                        }))
                .isInstanceOf(NoRoom.class);
    }
}
