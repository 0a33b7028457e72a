package outrider.server.scoring;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.List;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.exchange.ScoringRecipe;
import outrider.server.dataset.Datasets;
import outrider.server.work.Attempt;
import outrider.server.work.KeptProgress;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.table.Table;

/** Scores lists in the background. */
@ApplicationScoped
public class ListWork implements Work {
    public static final String NAME = "score";
    private static final Logger LOG = Logger.getLogger(ListWork.class);

    private final ScoredLists lists;
    private final Datasets datasets;

    ListWork(ScoredLists lists, Datasets datasets) {
        this.lists = lists;
        this.datasets = datasets;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(ScoredList.class, "id");
    }

    @Override
    @ActivateRequestContext
    public void run(long id) {
        ScoredList list = QuarkusTransaction.requiringNew().call(() -> {
            ScoredList found = ScoredList.findById(id);
            if (found == null || !found.active()) return null;
            found.status = found.stopRequested ? WorkStatus.STOPPED : WorkStatus.RUNNING;
            return found.stopRequested ? null : found;
        });
        if (list == null) return;
        Attempt.of(LOG, "scoring list " + id, () -> work(list), (status, message) -> end(id, status, message));
    }

    private void work(ScoredList list) {
        long id = list.id;
        Progress progress = new KeptProgress(
                (share, step) -> ScoredList.update("progress = ?1, step = ?2 where id = ?3", share, step, id), () -> {
                    ScoredList now = ScoredList.findById(id);
                    return now == null || now.stopRequested;
                });
        ScoringRecipe recipe = QuarkusTransaction.requiringNew().call(() -> lists.recipe(list));
        Table table = QuarkusTransaction.requiringNew().call(() -> datasets.table(list.datasetId));
        lists.finish(id, recipe.score(table, list.reasons, WorkQueue.WORKERS, progress), recipe.meant(table));
    }

    private static void end(long id, WorkStatus status, @Nullable String message) {
        QuarkusTransaction.requiringNew()
                .run(() ->
                        ScoredList.update("status = ?1, message = ?2, step = null where id = ?3", status, message, id));
    }
}
