package outrider.server.follow;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.ws.rs.NotFoundException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jboss.logging.Logger;
import outrider.base.Progress;
import outrider.casefile.FollowedBatch;
import outrider.casefile.FollowedFigures;
import outrider.casefile.ReleaseDocument;
import outrider.exchange.ReleasedRecipe;
import outrider.server.dataset.Datasets;
import outrider.server.release.Releases;
import outrider.server.work.Attempt;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.table.Table;

/** Scores a batch and holds it against what was signed. */
@ApplicationScoped
public class FollowWork implements Work {
    public static final String NAME = "follow";
    private static final Logger LOG = Logger.getLogger(FollowWork.class);

    private final Releases releases;
    private final Datasets datasets;
    private final Notices notices;

    FollowWork(Releases releases, Datasets datasets, Notices notices) {
        this.notices = notices;
        this.releases = releases;
        this.datasets = datasets;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(FollowBatch.class, "id");
    }

    @Override
    public boolean isLong(long id) {
        return true;
    }

    private record Brought(ReleaseDocument release, ReleasedRecipe recipe, Table list, List<Table> outcomes) {}

    @Override
    @ActivateRequestContext
    public void run(long id) {
        Attempt.of(
                LOG,
                "batch " + id,
                () -> work(id),
                (status, message) -> change(id, batch -> {
                    batch.status = status;
                    batch.message = message;
                }));
    }

    private void work(long id) {
        Brought brought = QuarkusTransaction.requiringNew().call(() -> {
            FollowBatch batch = FollowBatch.findById(id);
            if (batch == null || !batch.status.open()) return null;
            batch.status = WorkStatus.RUNNING;
            batch.message = null;
            return brought(batch);
        });
        if (brought == null) return;
        FollowedFigures told = FollowedFigures.of(followed(brought), id, WorkQueue.WORKERS);
        change(id, batch -> {
            batch.told(told);
            batch.status = WorkStatus.DONE;
            notices.judge(batch, brought.release(), told.figures());
        });
    }

    /** A batch that is worked out, scored again, with the outcomes that arrived. Needs a transaction to read it in. */
    FollowedBatch followed(FollowBatch batch) {
        return followed(brought(batch));
    }

    /**
     * Outcomes of a batch that came twice and differ.
     *
     * @param briefId whose batch it is
     */
    record Contradictions(long briefId, Table table) {}

    Contradictions contradictions(long id) {
        FollowBatch batch = QuarkusTransaction.requiringNew().call(() -> FollowBatch.findById(id));
        if (batch == null) throw new NotFoundException("there is no batch " + id);
        Brought brought = QuarkusTransaction.requiringNew().call(() -> brought(batch));
        return new Contradictions(batch.briefId, followed(brought).contradictions());
    }

    private Brought brought(FollowBatch batch) {
        List<Table> outcomes = new ArrayList<>();
        for (Long file : batch.outcomes) outcomes.add(datasets.table(file));
        return new Brought(
                releases.document(releases.get(batch.releaseId)),
                releases.recipe(batch.releaseId),
                datasets.table(batch.datasetId),
                outcomes);
    }

    private static FollowedBatch followed(Brought brought) {
        FollowedBatch followed =
                FollowedBatch.of(brought.release(), brought.recipe(), brought.list(), WorkQueue.WORKERS, Progress.NONE);
        brought.outcomes().forEach(followed::outcomes);
        return followed;
    }

    private static void change(long id, Consumer<FollowBatch> change) {
        QuarkusTransaction.requiringNew().run(() -> {
            FollowBatch batch = FollowBatch.findById(id);
            if (batch != null) change.accept(batch);
        });
    }
}
