package outrider.server.release;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.io.File;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.casefile.Sha256;
import outrider.documents.proof.FormKind;
import outrider.documents.proof.Proof;
import outrider.documents.proof.Trial;
import outrider.exchange.ReleasedRecipe;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.dataset.Datasets;
import outrider.server.work.Attempt;
import outrider.server.work.Packed;
import outrider.server.work.Work;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;
import outrider.table.Table;

/** Makes a release's forms and tries each over all of validation and over odd records, in the background. */
@ApplicationScoped
public class FormWork implements Work {
    public static final String NAME = "forms";
    private static final Logger LOG = Logger.getLogger(FormWork.class);

    private final Releases releases;
    private final Briefs briefs;
    private final Datasets datasets;
    private final DataSource source;
    private final Clock clock;

    FormWork(Releases releases, Briefs briefs, Datasets datasets, DataSource source, Clock clock) {
        this.releases = releases;
        this.briefs = briefs;
        this.datasets = datasets;
        this.source = source;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public List<Long> open() {
        return Work.open(ReleaseForm.class, "releaseId");
    }

    @Override
    public boolean isLong(long id) {
        return true;
    }

    @Override
    @ActivateRequestContext
    public void run(long id) {
        List<ReleaseForm> open = QuarkusTransaction.requiringNew()
                .call(() -> ReleaseForm.<ReleaseForm>list("releaseId = ?1 order by id", id).stream()
                        .filter(form -> form.status.open())
                        .toList());
        if (open.isEmpty()) return;
        Attempt.of(LOG, "forms of release " + id, () -> work(id, open), (status, message) -> {
            for (ReleaseForm form : open) {
                change(form, now -> {
                    if (!now.status.open()) return;
                    now.status = status;
                    now.message = message;
                });
            }
        });
    }

    private void work(long id, List<ReleaseForm> open) {
        ReleasedRecipe recipe = QuarkusTransaction.requiringNew().call(() -> releases.recipe(id));
        Trial trial = QuarkusTransaction.requiringNew().timeout(3600).call(() -> {
            Brief brief = briefs.get(releases.get(id).briefId);
            Table written = datasets.table(brief.datasetId);
            return Trial.of(
                    recipe,
                    written,
                    Splits.of(brief).validation(),
                    new Seeds(brief.seed),
                    WorkQueue.WORKERS,
                    Progress.NONE);
        });
        FormKind.Places places = new FormKind.Places(this::connection, python());
        for (ReleaseForm form : open) {
            change(form, now -> now.status = WorkStatus.RUNNING);
            Attempt.of(
                    LOG,
                    form.kind + " of release " + id,
                    () -> make(form, recipe, trial, places),
                    (status, message) -> change(form, now -> {
                        now.status = status;
                        now.message = message;
                        now.triedAt = clock.instant();
                    }));
        }
    }

    private void make(ReleaseForm form, ReleasedRecipe recipe, Trial trial, FormKind.Places places) {
        byte[] made = form.kind.write(recipe);
        change(form, now -> {
            now.content = Packed.pack(made);
            now.size = (long) made.length;
            now.sha256 = Sha256.of(made);
        });
        Proof proof = form.kind.proof(trial, made, places);
        change(form, now -> {
            now.proof = proof;
            now.status = proof.holds() ? WorkStatus.DONE : WorkStatus.FAILED;
            now.message = proof.fault();
            now.triedAt = clock.instant();
        });
    }

    private static void change(ReleaseForm form, Consumer<ReleaseForm> change) {
        QuarkusTransaction.requiringNew().run(() -> {
            ReleaseForm now = ReleaseForm.findById(form.id);
            if (now != null) change.accept(now);
        });
    }

    /** One that keeps nothing of what is done in it. */
    private Connection connection() {
        try {
            Connection connection = source.getConnection();
            connection.setAutoCommit(false);
            return connection;
        } catch (SQLException e) {
            throw BadInput.of("PostgreSQL", "cannot be reached: " + e.getMessage(), "try again when it can");
        }
    }

    private static @Nullable String python() {
        String path = System.getenv("PATH");
        return path == null
                ? null
                : Stream.of(path.split(File.pathSeparator))
                        .map(folder -> new File(folder, "python3"))
                        .filter(File::canExecute)
                        .map(File::getPath)
                        .findFirst()
                        .orElse(null);
    }
}
