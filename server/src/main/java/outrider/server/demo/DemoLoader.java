package outrider.server.demo;

import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import outrider.server.account.Account;
import outrider.server.account.Accounts;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.ColumnRole;
import outrider.server.brief.ColumnRole.Role;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.FitWork;
import outrider.server.candidate.Kind;
import outrider.server.candidate.Settings;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;

/** Makes the demo accounts, and the demo brief where the database holds none. */
@ApplicationScoped
public class DemoLoader {
    private static final Logger LOG = Logger.getLogger(DemoLoader.class);
    private static final String AUTHOR = "analyst";

    private final Accounts accounts;
    private final Datasets datasets;
    private final Briefs briefs;
    private final Candidates candidates;
    private final FitWork work;
    private final Optional<String> file;
    private final Optional<String> password;

    DemoLoader(
            Accounts accounts,
            Datasets datasets,
            Briefs briefs,
            Candidates candidates,
            FitWork work,
            @ConfigProperty(name = "outrider.demo.file") Optional<String> file,
            @ConfigProperty(name = "outrider.demo.password") Optional<String> password) {
        this.accounts = accounts;
        this.datasets = datasets;
        this.briefs = briefs;
        this.candidates = candidates;
        this.work = work;
        this.file = file.filter(f -> !f.isBlank());
        this.password = password.filter(p -> !p.isBlank());
    }

    @ActivateRequestContext
    void load(@Observes @Priority(5000) StartupEvent event) throws IOException {
        if (password.isPresent()) {
            accounts.ensure(AUTHOR, Account.ANALYST, password.get());
            accounts.ensure("approver", Account.APPROVER, password.get());
        }
        if (file.isEmpty() || Dataset.count() > 0) return;
        Path path = Path.of(file.get());
        try (InputStream in = Files.newInputStream(path)) {
            Dataset dataset = datasets.read(path.getFileName().toString(), AUTHOR, in);
            settle(briefs.make(dataset.id, AUTHOR));
        }
        LOG.info("loaded the demo");
    }

    private void settle(Brief brief) {
        long id = brief.id;
        briefs.edit(
                id,
                new Briefs.Edit(
                        brief.version,
                        "plan-lapse",
                        "Which members should the desk ring before their plan lapses?",
                        "renewal",
                        List.of("lapsed"),
                        "members",
                        "lapses",
                        "ringing",
                        "€",
                        74,
                        4.5,
                        0,
                        0,
                        0,
                        1 / 3.0,
                        3000.0,
                        36_000,
                        null));
        briefs.changeRoles(
                id,
                Map.of(
                        "goodbye_page_seen", new ColumnRole(Role.SET_ASIDE, "known only after the decision"),
                        "next_visit_booked", new ColumnRole(Role.SET_ASIDE, "whether it is missing tells the outcome"),
                        "postal_area", new ColumnRole(Role.SET_ASIDE, "180 levels"),
                        "desk_points", new ColumnRole(Role.SCORE, "the desk's own points")));
        briefs.split(id, List.of(0.5, 0.25, 0.25), 20260401);
        make(id, "Logistic, all inputs", Kind.LOGISTIC, Settings.penalty(0), null);
        make(
                id,
                "Logistic, six inputs",
                Kind.LOGISTIC,
                Settings.penalty(0),
                List.of(
                        "joined_on",
                        "price_rise_pct",
                        "pays_by",
                        "late_payments_12m",
                        "rides_logged_90d",
                        "web_logins_90d"));
        make(id, "Desk points", Kind.SUPPLIED, Settings.supplied("desk_points", false, false), null);
        make(id, "Group rates", Kind.GROUP_RATES, Settings.groupBy(List.of("tier", "pays_by")), null);
        make(id, "Base rate", Kind.BASE_RATE, null, null);
    }

    private void make(long brief, String name, Kind kind, Settings settings, List<String> inputs) {
        work.enqueue(candidates.make(brief, new Candidates.Wanted(name, kind, settings, inputs), AUTHOR).id);
    }
}
