package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.CandidateScore;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.FitWork;
import outrider.server.work.WorkQueue;

/** The queue's odd turns: work stopped before it began, while it ran, and work of a server that was killed. */
@QuarkusTest
class FitWorkTest extends CaseSteps {
    @Inject
    Candidates candidates;

    @Inject
    WorkQueue work;

    private long stored(long brief, String name) {
        return candidates.make(
                        brief, new Candidates.Wanted(name, "logistic", Map.of("penalty", 1), null, null), "analyst")
                .id;
    }

    private static void mark(long id, String status, boolean stop) {
        QuarkusTransaction.requiringNew()
                .run(() -> Candidate.update("status = ?1, stopRequested = ?2 where id = ?3", status, stop, id));
    }

    private String settled(long brief, long id, String unlike) {
        for (int i = 0; i < 200; i++) {
            String status = analyst.get("/candidates?brief=" + brief)
                    .jsonPath()
                    .getString("find { it.id == " + id + " }.status");
            if (!status.equals(unlike)) return status;
            sleep();
        }
        return unlike;
    }

    private static long scores(long id) {
        return QuarkusTransaction.requiringNew().call(() -> CandidateScore.count("candidateId", id));
    }

    @Test
    void workThatWaitsStopsAtOnceAndIsNeverFitted() {
        long brief = split();
        long stopped = stored(brief, "Stopped");
        assertThat(analyst.post("/candidates/" + stopped + "/stop", null)
                        .jsonPath()
                        .getString("status"))
                .isEqualTo("stopped");
        work.enqueue(FitWork.NAME, stopped);
        assertThat(candidate(brief, logistic("After it", 0)).getString("status"))
                .isEqualTo("done");
        assertThat(settled(brief, stopped, "")).isEqualTo("stopped");
        assertThat(scores(stopped)).isZero();
    }

    @Test
    void workThatRunsStopsWhenItIsAsked() {
        long brief = split();
        long running = stored(brief, "Asked to stop");
        mark(running, Candidate.RUNNING, true);
        work.enqueue(FitWork.NAME, running);
        assertThat(settled(brief, running, "running")).isEqualTo("stopped");
        assertThat(scores(running)).isZero();
    }

    @Test
    void workOfAKilledServerIsFittedAgain() {
        long brief = split();
        long orphan = stored(brief, "Orphan");
        mark(orphan, Candidate.RUNNING, false);
        work.enqueue(FitWork.NAME, orphan);
        assertThat(settled(brief, orphan, "running")).isEqualTo("done");
        assertThat(scores(orphan)).as("training, out of fold and validation").isEqualTo(3);
    }
}
