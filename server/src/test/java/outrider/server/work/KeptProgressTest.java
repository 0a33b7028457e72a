package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.test.junit.QuarkusTest;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

@QuarkusTest
class KeptProgressTest {
    private static final long TENTH = 100_000_000L;

    private final List<String> kept = new ArrayList<>();
    private long now;
    private int asked;
    private boolean told;

    private KeptProgress progress() {
        return new KeptProgress((share, step) -> kept.add(step), this::told, () -> now);
    }

    private boolean told() {
        asked++;
        return told;
    }

    @Test
    void isWrittenAFewTimesASecondAlsoWhereEachStepAsksFirst() {
        KeptProgress progress = progress();
        for (int tenth = 0; tenth < 10; tenth++, now += TENTH) progress.checkpoint(tenth / 10.0, "tenth " + tenth);
        assertThat(kept).containsExactly("tenth 0", "tenth 3", "tenth 6", "tenth 9");
    }

    @Test
    void theWordToStopIsFoundByWorkThatOnlyAsks() {
        KeptProgress progress = progress();
        for (int tenth = 0; tenth < 10; tenth++, now += TENTH)
            assertThat(progress.isCancelled()).isFalse();
        assertThat(asked).isEqualTo(4);
        told = true;
        now += 3 * TENTH;
        assertThatThrownBy(() -> progress.checkpoint(1, "the last")).isInstanceOf(CancellationException.class);
    }
}
