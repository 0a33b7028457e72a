package outrider.server.explain;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.List;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.casefile.Canonical;
import outrider.explain.Dependence;
import outrider.explain.PermutationImportance;
import outrider.server.brief.Splits;
import outrider.server.explain.Explanations.Ready;
import outrider.server.work.Attempt;
import outrider.server.work.KeptProgress;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** Works out what was asked of models, in the background. */
@ApplicationScoped
public class ExplainWork implements Work {
    public static final String NAME = "explain";
    private static final Logger LOG = Logger.getLogger(ExplainWork.class);
    private static final int REPEATS = 10;
    /** Scorings of importance, records times columns, that take some seconds. */
    private static final double FEW_CELLS = 3e5;

    private final Explanations explanations;

    ExplainWork(Explanations explanations) {
        this.explanations = explanations;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(Explanation.class, "id");
    }

    @Override
    @ActivateRequestContext
    public boolean isLong(long id) {
        return QuarkusTransaction.requiringNew().call(() -> {
            Explanation found = Explanation.findById(id);
            if (found == null || found.plan.measure() == null) return false;
            Ready ready = explanations.ready(found);
            return ready.outcome().length * (double) ready.model().columns().size() > FEW_CELLS;
        });
    }

    @Override
    @ActivateRequestContext
    public void run(long id) {
        Explanation asked = QuarkusTransaction.requiringNew().call(() -> {
            Explanation found = Explanation.findById(id);
            if (found == null || !found.active()) return null;
            found.status = found.stopRequested ? WorkStatus.STOPPED : WorkStatus.RUNNING;
            return found.stopRequested ? null : found;
        });
        if (asked == null) return;
        Attempt.of(LOG, "explanation " + id, () -> work(asked), (status, message) -> end(id, status, message));
    }

    private void work(Explanation asked) {
        long id = asked.id;
        Progress progress = new KeptProgress(
                (share, step) -> Explanation.update("progress = ?1, step = ?2 where id = ?3", share, step, id), () -> {
                    Explanation now = Explanation.findById(id);
                    return now == null || now.stopRequested;
                });
        Ready ready = QuarkusTransaction.requiringNew().call(() -> explanations.ready(asked));
        JsonNode answer = Canonical.tree(answer(asked, ready, progress));
        QuarkusTransaction.requiringNew().run(() -> {
            Explanation now = Explanation.findById(id);
            if (now == null) return;
            now.answer = answer;
            now.status = WorkStatus.DONE;
            now.progress = 1;
            now.step = null;
        });
    }

    private Object answer(Explanation asked, Ready ready, Progress progress) {
        int[] rows = Splits.of(ready.brief()).validation();
        Seeds seeds = new Seeds(ready.brief().seed);
        ImportanceMeasure measure = asked.plan.measure();
        if (measure != null) {
            return PermutationImportance.of(
                    ready.model(),
                    ready.table(),
                    rows,
                    explanations.measure(measure, ready),
                    REPEATS,
                    seeds,
                    WorkQueue.WORKERS,
                    progress);
        }
        List<String> columns = asked.plan.columns();
        return Dependence.of(
                ready.model(),
                ready.table(),
                columns.get(0),
                columns.size() > 1 ? columns.get(1) : null,
                rows,
                seeds.stream("dependence"),
                WorkQueue.WORKERS,
                progress);
    }

    private static void end(long id, WorkStatus status, @Nullable String message) {
        QuarkusTransaction.requiringNew()
                .run(() -> Explanation.update(
                        "status = ?1, message = ?2, step = null where id = ?3", status, message, id));
    }
}
