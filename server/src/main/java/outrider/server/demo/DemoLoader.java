package outrider.server.demo;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Campaign;
import outrider.casefile.ColumnNotes;
import outrider.casefile.ColumnSetup;
import outrider.casefile.ColumnSetup.Role;
import outrider.server.account.Account;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Columns;
import outrider.server.brief.Decision;
import outrider.server.candidate.FitWork;
import outrider.server.candidate.NewCandidates;
import outrider.server.dataset.Dataset;
import outrider.server.work.WorkQueue;
import outrider.split.Balance;
import outrider.split.SplitPlan;
import outrider.split.SplitPlan.Method;
import outrider.split.SplitPlan.Target;
import outrider.stakes.Stakes;
import outrider.table.Table;

/** Makes the demo accounts, and the demo briefs where the database holds none. */
@ApplicationScoped
public class DemoLoader {
    private static final Logger LOG = Logger.getLogger(DemoLoader.class);
    private static final int MOST_SECONDS = 3600;

    private final DemoAccounts accounts;
    private final DemoFiles files;
    private final Briefs briefs;
    private final Columns columns;
    private final NewCandidates candidates;
    private final WorkQueue queue;
    private final DemoInService service;
    private final String demo;
    private final List<Long> made = new ArrayList<>();

    DemoLoader(
            DemoAccounts accounts,
            DemoFiles files,
            Briefs briefs,
            Columns columns,
            NewCandidates candidates,
            WorkQueue queue,
            DemoInService service,
            @ConfigProperty(name = "outrider.demo") String demo) {
        this.accounts = accounts;
        this.files = files;
        this.briefs = briefs;
        this.columns = columns;
        this.candidates = candidates;
        this.queue = queue;
        this.service = service;
        this.demo = demo;
    }

    @ActivateRequestContext
    void load(@Observes @Priority(5000) StartupEvent event) throws IOException {
        boolean wanted = demo.equals("yes") || demo.equals("auto") && Account.count() == 0;
        boolean shown =
                wanted || !demo.equals("no") && Account.count("name = ?1", DemoFiles.AUTHOR) > 0 && Dataset.count() > 0;
        LOG.info(shown ? "with the demo" : "without the demo");
        if (wanted) make();
        if (shown && files.there()) service.goOn();
    }

    /** All of it or nothing: a start that was killed begins it again. */
    void make() {
        List<Long> fits =
                QuarkusTransaction.requiringNew().timeout(MOST_SECONDS).call(this::made);
        fits.forEach(id -> queue.enqueue(FitWork.NAME, id));
    }

    /** Numbers of the candidates that are to be fitted. */
    private List<Long> made() throws IOException {
        made.clear();
        accounts.ensure();
        if (!files.there() || Dataset.count() > 0) return List.of();
        winterMailing(bring("winter-mailing"));
        Brief claims = bring("claim-fraud");
        claimFraud(claims);
        Brief planLapse = bring("plan-lapse");
        planLapse(planLapse);
        inService(planLapse.datasetId);
        // one that nobody has said anything of yet
        files.brief(claims.datasetId);
        LOG.info("loaded the demo");
        return List.copyOf(made);
    }

    private Brief bring(String name) throws IOException {
        return files.brief(files.dataset(name).id);
    }

    private void describe(Brief brief, String name) throws IOException {
        long id = brief.id;
        briefs.edit(
                id,
                new Briefs.Edit(
                        brief.version,
                        new Decision(
                                name,
                                "Which members should the desk ring before their plan lapses?",
                                new BriefFile.Outcome("renewal", List.of("lapsed"), List.of(), false),
                                new BriefFile.Words("members", "lapses", "ringing", "€"),
                                new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0),
                                new Campaign(36_000, 3000.0, null, null))));
        settle(
                brief,
                Map.of(
                        "goodbye_page_seen", ColumnSetup.of(Role.SET_ASIDE, "known only after the decision"),
                        "next_visit_booked", ColumnSetup.of(Role.SET_ASIDE, "whether it is missing tells the outcome"),
                        "postal_area", ColumnSetup.of(Role.SET_ASIDE, "180 levels"),
                        "notice_on", ColumnSetup.of(Role.DATE, "the same for all who are decided on together"),
                        "tier", ColumnSetup.of(Role.SEGMENT, ""),
                        "region", ColumnSetup.of(Role.SEGMENT, "").protectedSegment(),
                        "desk_points", ColumnSetup.of(Role.SCORE, "the desk's own points"),
                        "rides_logged_90d",
                                ColumnSetup.of(Role.INPUT, "")
                                        .said("{value} rides logged in 90 days")
                                        .keeping(Map.of(
                                                "missingTells",
                                                "never paired the app: missing is kept apart from zero")),
                        "rung_by_desk",
                                ColumnSetup.of(Role.ACTED, "says whom the desk rang, not who they are")
                                        .actedOn(List.of("yes"))
                                        .heldOut(List.of("held out"))));
        briefs.split(id, SplitPlan.byShares(List.of(0.5, 0.25, 0.25), 20260401));
    }

    private void planLapse(Brief brief) throws IOException {
        describe(brief, "plan-lapse");
        long id = brief.id;
        long all = make(id, "Logistic, all inputs", "logistic", Map.of(), null);
        make(
                id,
                all,
                "Logistic, six inputs",
                "logistic",
                Map.of(),
                List.of(
                        "joined_on",
                        "price_rise_pct",
                        "pays_by",
                        "late_payments_12m",
                        "rides_logged_90d",
                        "web_logins_90d"));
        make(id, all, "Logistic, curves", "logistic", Map.of("curves", true), null);
        make(id, "Decision tree", "tree", Map.of("pruning", "oneStandardError"), null);
        make(id, "Random forest", "forest", Map.of(), null);
        make(id, "Boosted trees", "boosted", Map.of(), null);
        make(id, "Desk points", "supplied", supplied("desk_points", false), null);
        make(id, "Group rates", "groupRates", Map.of("groupBy", List.of("tier", "pays_by")), null);
        make(id, "Base rate", "baseRate", Map.of(), null);
    }

    /** The same file a season before: fitted, signed, and put into service by {@link DemoInService}. */
    private void inService(long datasetId) throws IOException {
        Brief brief = files.brief(datasetId);
        describe(brief, DemoInService.NAME);
        make(brief.id, "Logistic, all inputs", "logistic", Map.of(), null);
        make(brief.id, "Desk points", "supplied", supplied("desk_points", false), null);
        make(brief.id, "Base rate", "baseRate", Map.of(), null);
    }

    private void claimFraud(Brief brief) throws IOException {
        long id = brief.id;
        settle(
                brief,
                Map.of(
                        "investigator_days", ColumnSetup.of(Role.SET_ASIDE, "filled in only once fraud was found"),
                        "member_no", ColumnSetup.of(Role.IDENTIFIER, "members claim more than once"),
                        "claimed_eur", ColumnSetup.of(Role.VALUE, ""),
                        "postal_area", ColumnSetup.of(Role.SET_ASIDE, "180 levels"),
                        "kind", ColumnSetup.of(Role.SEGMENT, ""),
                        "told_by", ColumnSetup.of(Role.SEGMENT, ""),
                        "claimed_on", ColumnSetup.of(Role.DATE, "decides the split")));
        briefs.edit(id, claimEdit(brief));
        briefs.split(
                id,
                new SplitPlan(
                        new SplitPlan.Dealing(
                                Method.DATE, List.of(0.5, 0.25, 0.25), "claimed_on", null, null, null, false),
                        20260402,
                        null,
                        true,
                        SplitPlan.FOLDS,
                        Balance.NONE));
        make(id, "Logistic, all inputs", "logistic", Map.of("penalty", 1), null);
        make(id, "Group rates", "groupRates", Map.of("groupBy", List.of("kind", "police_report")), null);
        make(id, "Base rate", "baseRate", Map.of(), null);
    }

    private static Briefs.Edit claimEdit(Brief brief) {
        return new Briefs.Edit(
                brief.version,
                new Decision(
                        "claim-fraud",
                        "Which claims should an investigator read?",
                        new BriefFile.Outcome("ruling", List.of("fraudulent"), List.of("withdrawn"), false),
                        new BriefFile.Words("claims", "frauds", "reading", "€"),
                        new Stakes(0, 38, 1, 12, 0, 1),
                        new Campaign(3_750, 400.0, null, null)));
    }

    private void winterMailing(Brief brief) throws IOException {
        long id = brief.id;
        briefs.edit(
                id,
                new Briefs.Edit(
                        brief.version,
                        new Decision(
                                DemoInService.TO_APPROVE,
                                "Whom should we mail this winter?",
                                new BriefFile.Outcome("ordered", List.of("1"), List.of(), false),
                                new BriefFile.Words("addresses", "orders", "mailing", "€"),
                                new Stakes(19, 0.85, 0, 0, 0, 1),
                                new Campaign(24_000, null, null, null))));
        settle(
                brief,
                Map.of(
                        "agency_score", ColumnSetup.of(Role.SCORE, "the agency's probability"),
                        "house_points", ColumnSetup.of(Role.SCORE, "the house's own points"),
                        "postal_area", ColumnSetup.of(Role.SET_ASIDE, "180 levels"),
                        "mailed_on", ColumnSetup.of(Role.DATE, "the day of the last campaign"),
                        "age_band", ColumnSetup.of(Role.SEGMENT, ""),
                        "region", ColumnSetup.of(Role.SEGMENT, ""),
                        "sample", ColumnSetup.of(Role.PART, "decides the split")));
        briefs.split(
                id,
                new SplitPlan(
                        new SplitPlan.Dealing(
                                Method.COLUMN,
                                null,
                                "sample",
                                Map.of("build", Target.TRAINING, "check", Target.VALIDATION_AND_RESERVE),
                                null,
                                null,
                                false),
                        20260403,
                        null,
                        false,
                        SplitPlan.FOLDS,
                        Balance.NONE));
        make(id, "Logistic, all inputs", "logistic", Map.of(), null);
        make(id, "Agency score", "supplied", supplied("agency_score", true), null);
        make(id, "House points", "supplied", supplied("house_points", false), null);
        make(id, "Base rate", "baseRate", Map.of(), null);
    }

    /** What the file of columns says of each, and what the case settles about some. */
    private void settle(Brief brief, Map<String, ColumnSetup> settled) throws IOException {
        Table known = files.columnNotes(brief);
        Map<String, ColumnSetup> setups = new HashMap<>(brief.columns);
        setups.putAll(settled);
        Table table = files.table(brief);
        setups.putAll(ColumnNotes.of(known, column -> setups.getOrDefault(column, ColumnSetup.PLAIN), table::has));
        columns.describe(brief.id, setups);
    }

    private static Map<String, Object> supplied(String column, boolean probability) {
        return Map.of("column", column, "lowerIsRiskier", false, "probability", probability);
    }

    private long make(
            long brief, String name, String kind, Map<String, Object> settings, @Nullable List<String> inputs) {
        return make(brief, null, name, kind, settings, inputs);
    }

    /** @param basedOn the candidate it is begun from, or null */
    private long make(
            long brief,
            @Nullable Long basedOn,
            String name,
            String kind,
            Map<String, Object> settings,
            @Nullable List<String> inputs) {
        NewCandidates.Wanted wanted = new NewCandidates.Wanted(name, kind, settings, inputs, basedOn);
        long id = candidates.make(brief, wanted, DemoFiles.AUTHOR).id;
        made.add(id);
        return id;
    }
}
