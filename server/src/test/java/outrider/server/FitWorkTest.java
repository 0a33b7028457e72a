package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.restassured.path.json.JsonPath;
import jakarta.inject.Inject;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.CandidateScore;
import outrider.server.candidate.FitWork;
import outrider.server.candidate.NewCandidates;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** The queue's odd turns: work stopped before it began, while it ran, and work of a server that was killed. */
@QuarkusTest
class FitWorkTest extends CaseSteps {
    @Inject
    NewCandidates candidates;

    @Inject
    WorkQueue work;

    private long stored(long brief, String name) {
        return candidates.make(
                        brief, new NewCandidates.Wanted(name, "logistic", Map.of("penalty", 1), null, null), "analyst")
                .id;
    }

    private static void mark(long id, WorkStatus status, boolean stop) {
        QuarkusTransaction.requiringNew()
                .run(() -> Candidate.update("status = ?1, stopRequested = ?2 where id = ?3", status, stop, id));
    }

    private String settled(long brief, long id, String... unlike) {
        for (int i = 0; i < 200; i++) {
            String status = analyst.get("/candidates?brief=" + brief)
                    .jsonPath()
                    .getString("find { it.id == " + id + " }.status");
            if (!List.of(unlike).contains(status)) return status;
            sleep(i);
        }
        return unlike[0];
    }

    private static long scores(long id) {
        return QuarkusTransaction.requiringNew().call(() -> CandidateScore.count("candidateId", id));
    }

    @Test
    void workThatMeetsAFullDiskIsDoneOnceThereIsRoom() {
        HeldWork.FULL.add(7707L);
        work.enqueue(HeldWork.NAME, 7707);
        for (int i = 0; i < 300 && HeldWork.RUNS.getOrDefault(7707L, 0) < 2; i++) sleep(i);
        assertThat(HeldWork.RUNS.get(7707L)).as("once in vain, and once more").isEqualTo(2);
        assertThat(HeldWork.FULL).isEmpty();
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
        mark(running, WorkStatus.RUNNING, true);
        work.enqueue(FitWork.NAME, running);
        assertThat(settled(brief, running, "running")).isEqualTo("stopped");
        assertThat(scores(running)).isZero();
    }

    @Test
    void workOfAKilledServerIsFittedAgain() {
        long brief = split();
        long orphan = stored(brief, "Orphan");
        mark(orphan, WorkStatus.RUNNING, false);
        work.enqueue(FitWork.NAME, orphan);
        assertThat(settled(brief, orphan, "running")).isEqualTo("done");
        assertThat(scores(orphan)).as("training, out of fold and validation").isEqualTo(3);
    }

    @Test
    void everyKindIsFittedAsItComesOnceAndSaysWhatItWaitsFor() {
        long brief = split();
        List<String> made =
                analyst.post("/candidates/all?brief=" + brief, null).jsonPath().getList("kind");
        assertThat(made)
                .containsExactlyElementsOf(
                        Learners.asTheyCome().stream().map(Learner::name).toList());
        for (int i = 0; i < 600; i++) {
            JsonPath now = analyst.get("/candidates?brief=" + brief).jsonPath();
            if (now.getList("findAll { it.status == 'running' || it.status == 'waiting' }")
                    .isEmpty()) break;
            List<String> waiting = now.getList("findAll { it.status == 'waiting' && it.step != null }.step");
            assertThat(waiting).allMatch(step -> step.startsWith("waits for "));
            sleep(i);
        }
        assertThat(analyst.get("/candidates?brief=" + brief).jsonPath().getList("status", String.class))
                .hasSize(made.size())
                .containsOnly("done");
        assertThat(analyst.post("/candidates/all?brief=" + brief, null)
                        .jsonPath()
                        .getList("kind"))
                .isEmpty();
        long logistic =
                analyst.get("/candidates?brief=" + brief).jsonPath().getLong("find { it.kind == 'logistic' }.id");
        JsonPath summary = analyst.get("/candidates/" + logistic + "/summary").jsonPath();
        assertThat(summary.getString("parts.find { it.part == 'penalty' }.words"))
                .isNotBlank();
        assertThat(analyst.get("/candidates/" + logistic + "/preparation")
                        .jsonPath()
                        .getList("column"))
                .doesNotHaveDuplicates();
    }

    /** Two long ones hold their places; a short one goes past those that wait. */
    @Test
    void shortWorkDoesNotWaitBehindLongWork() {
        CountDownLatch end = new CountDownLatch(1);
        HeldWork.ENDS.set(end);
        try {
            for (long id = 1; id <= 3; id++) work.enqueue(HeldWork.NAME, id);
            assertThat(candidate(split(), logistic("Short", 0)).getString("status"))
                    .isEqualTo("done");
            assertThat(HeldWork.RUNNING.get()).isLessThanOrEqualTo(2);
        } finally {
            end.countDown();
        }
        for (int i = 0; i < 200 && HeldWork.DONE.get() < 3; i++) sleep(i);
        assertThat(HeldWork.DONE.get()).isEqualTo(3);
    }

    @Test
    void workOfWhichNobodyCanTellIsRunAllTheSame() {
        int before = HeldWork.DONE.get();
        work.enqueue(HeldWork.NAME, -7);
        for (int i = 0; i < 200 && HeldWork.DONE.get() == before; i++) sleep(i);
        assertThat(HeldWork.DONE.get()).isEqualTo(before + 1);
    }

    /** A brief whose split is gone: the candidate fails and says why; it does not wait for ever. */
    @Test
    void aFitThatCannotBeginFailsWithItsReason() {
        long brief = split();
        long orphan = stored(brief, "No split");
        QuarkusTransaction.requiringNew().run(() -> Brief.update("packedParts = null where id = ?1", brief));
        work.enqueue(FitWork.NAME, orphan);
        assertThat(settled(brief, orphan, "waiting", "running")).isEqualTo("failed");
        assertThat(analyst.get("/candidates/" + orphan).jsonPath().getString("message"))
                .contains("split");
    }
}
