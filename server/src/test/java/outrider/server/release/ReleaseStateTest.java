package outrider.server.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ReleaseStateTest {
    private static final Instant THEN = Instant.parse("2027-01-04T09:00:00Z");

    private static Release version(int version) {
        Release release = new Release();
        release.version = version;
        release.madeAt = THEN;
        return release;
    }

    private static ReleaseAct act(ReleaseAct.Kind kind) {
        return ReleaseAct.of(1, kind, "approver", THEN, "the desk is closed");
    }

    private static ReleaseState of(@Nullable Release newer, @Nullable String lapse, ReleaseAct... acts) {
        return ReleaseState.of(version(1), List.of(acts), newer, lapse);
    }

    @Test
    void whatEndedStaysEndedAndTheNewestDecides() {
        ReleaseAct paused = act(ReleaseAct.Kind.PAUSED);
        ReleaseAct resumed = act(ReleaseAct.Kind.RESUMED);
        ReleaseAct ended = act(ReleaseAct.Kind.ENDED);
        assertThat(of(null, null).words()).isEqualTo("Decides since 2027-01-04.");
        assertThat(of(null, null, paused).words()).isEqualTo("Paused by approver: the desk is closed");
        assertThat(of(null, null, paused, resumed).kind()).isEqualTo(ReleaseState.Kind.IN_SERVICE);
        assertThat(of(version(2), null, paused).words()).isEqualTo("Superseded by version 2.");
        assertThat(of(null, "Withdrawn by analyst: x", paused).kind()).isEqualTo(ReleaseState.Kind.LAPSED);
        assertThat(of(version(2), "Withdrawn by analyst: x", ended).kind()).isEqualTo(ReleaseState.Kind.ENDED);
    }
}
