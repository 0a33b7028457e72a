package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.OptimisticLockException;
import jakarta.transaction.Transactional;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.AnalysisHistory;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.CaseYaml;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.Paragraph;
import outrider.casefile.SignOffChecks;
import outrider.report.FigureWords;
import outrider.report.HtmlReport;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.candidate.Candidate;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.Cut;
import outrider.server.comparison.ValidationUses;
import outrider.server.pin.Pin;
import outrider.server.pin.Pins;
import outrider.server.trail.Act;
import outrider.server.trail.Imprint;
import outrider.server.trail.ReportActKind;
import outrider.server.trail.Trail;

/** The next report of a brief while it is written: its words, and everything else as it would be issued. */
@ApplicationScoped
public class Drafting {
    private static final Logger LOG = Logger.getLogger(Drafting.class);
    private static final int LONGEST_ANSWER = 4000;

    private final Briefs briefs;
    private final CaseFiles files;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;
    private final Pins pins;
    private final Policies policies;
    private final Trail trail;
    private final Imprint imprint;

    Drafting(
            Briefs briefs,
            CaseFiles files,
            Comparisons comparisons,
            ValidationUses validationUse,
            Pins pins,
            Policies policies,
            Trail trail,
            Imprint imprint) {
        this.briefs = briefs;
        this.files = files;
        this.comparisons = comparisons;
        this.validationUse = validationUse;
        this.pins = pins;
        this.policies = policies;
        this.trail = trail;
        this.imprint = imprint;
    }

    /** @param answers by the number of the remark, from 0 */
    public record Edit(int version, AuthorText authorText, Map<String, String> answers) {}

    Draft draft(long briefId) {
        Draft draft = Draft.findById(briefId);
        if (draft != null) return draft;
        Draft none = new Draft();
        none.briefId = briefId;
        // so that the first to be kept is another one
        none.version = -1;
        none.authorText = AuthorText.EMPTY;
        none.answers = Map.of();
        none.writers = List.of();
        return none;
    }

    /** @throws BadInput naming the chapter whose words will not do */
    @Transactional
    public void save(long briefId, Edit edit, String by) {
        briefs.get(briefId);
        Draft draft = draft(briefId);
        if (draft.version != edit.version()) throw new OptimisticLockException();
        AuthorText authorText = edit.authorText() == null ? AuthorText.EMPTY : edit.authorText();
        authorText.words().forEach((paragraph, words) -> FigureWords.demandKnown(paragraph.jsonName(), words));
        authorText.monitoring().forEach(w -> FigureWords.demandKnown("monitoring", w.what() + " " + w.limit()));
        Map<String, String> answers = new TreeMap<>();
        if (edit.answers() != null) {
            edit.answers().forEach((remark, words) -> {
                if (words.length() > LONGEST_ANSWER) {
                    throw BadInput.of("answer", "is longer than 4,000 letters", "shorten it");
                }
                if (!words.isBlank()) answers.put(remark, words.strip());
            });
        }
        if (authorText.equals(draft.authorText) && answers.equals(draft.answers)) return;
        String changed = changed(draft.authorText, authorText, answers.equals(draft.answers));
        draft.authorText = authorText;
        draft.answers = answers;
        draft.writers =
                Stream.concat(draft.writers.stream(), Stream.of(by)).distinct().toList();
        draft.persistAndFlush();
        Trail.add(Trail.chain(briefId), by, Act.REPORT_WRITTEN, "draft", changed);
    }

    private static String changed(AuthorText before, AuthorText after, boolean sameAnswers) {
        List<String> what = new ArrayList<>();
        for (Paragraph p : Paragraph.values()) if (!before.said(p).equals(after.said(p))) what.add(p.jsonName());
        if (!before.monitoring().equals(after.monitoring())) what.add("monitoring plan");
        if (!java.util.Objects.equals(before.startsOn(), after.startsOn())) what.add("first day " + after.startsOn());
        if (!java.util.Objects.equals(before.today(), after.today())
                || !java.util.Objects.equals(before.todayRecords(), after.todayRecords())) {
            what.add("today's way " + after.today());
        }
        if (!sameAnswers) what.add("answers to remarks");
        return String.join(", ", what);
    }

    /** The remarks that the next report has to answer: those of the last one, if it was returned. */
    List<ReportAct> toAnswer(long briefId) {
        Report last = Report.find("briefId = ?1 order by id desc", briefId).firstResult();
        if (last == null) return List.of();
        List<ReportAct> acts = ReportAct.list("reportId = ?1 order by id", last.id);
        return acts.stream().filter(a -> a.act == ReportActKind.RETURNED).toList();
    }

    private List<Evidence.Answer> answers(Draft draft) {
        List<Evidence.Answer> answers = new ArrayList<>();
        for (ReportAct act : toAnswer(draft.briefId)) {
            for (ReportAct.Remark remark : act.remarks == null ? List.<ReportAct.Remark>of() : act.remarks) {
                String said = draft.answers.getOrDefault(Integer.toString(answers.size()), "");
                answers.add(new Evidence.Answer(remark.paragraph(), remark.words(), act.byName, said));
            }
        }
        return answers;
    }

    /**
     * The report as it would be issued now.
     *
     * @param number of the report; null for a draft
     * @throws BadInput if the brief is not far enough, or the cut is not the one that the reserve was opened for
     */
    @ActivateRequestContext
    Evidence evidence(long briefId, @Nullable Long number, @Nullable String by) {
        Brief brief = briefs.get(briefId);
        Cut cut = comparisons.cut(briefId);
        Draft draft = draft(briefId);
        BriefFile file = files.of(brief, draft.authorText);
        Figures figures = files.figures(brief, file);
        AnalysisHistory history = history(briefId);
        Policies.Current policy = policies.current();
        Report last = Report.find("briefId = ?1 order by id desc", briefId).firstResult();
        return new Evidence(
                Evidence.FORMAT,
                Evidence.RULES,
                new Evidence.Issued(
                        number,
                        by,
                        imprint.issuedAt(),
                        cannotApprove(brief, draft, cut, by),
                        last == null ? null : new Evidence.Before(last.id, last.sha256)),
                file,
                figures,
                new Evidence.Judged(
                        history,
                        policy.version(),
                        policy.policy(),
                        SignOffChecks.of(policy.policy(), file, figures, history),
                        answers(draft)),
                pinned(briefId, cut),
                new Evidence.Proof(imprint.head(Trail.chain(briefId)), Evidence.Maker.here(), imprint.openKey()));
    }

    private AnalysisHistory history(long briefId) {
        int made = (int) Candidate.count("briefId", briefId);
        long trials = Draft.getEntityManager()
                .createQuery(
                        "select count(t) from TrialRow t, SearchRun s where t.searchId = s.id and s.briefId = ?1 and t.candidateId is null",
                        Long.class)
                .setParameter(1, briefId)
                .getSingleResult();
        ValidationUses.Counts counts = validationUse.counts(briefId);
        return new AnalysisHistory(counts.looks(), counts.choices(), made + (int) trials);
    }

    /**
     * The author, whoever wrote in it, whoever fitted the candidate or a member of its blend, and whoever shaped this revision of the
     * brief or one before.
     */
    private List<String> cannotApprove(Brief brief, Draft draft, Cut cut, @Nullable String by) {
        List<String> names = new ArrayList<>(draft.writers);
        List<String> chains = new ArrayList<>();
        for (Brief b = brief; b != null; b = b.previousId == null ? null : briefs.get(b.previousId)) {
            chains.add(Trail.chain(b.id));
        }
        names.addAll(trail.doers(chains, Act.SHAPING));
        names.remove(Trail.SERVER);
        if (by != null) names.add(by);
        Candidate chosen = Candidate.findById(cut.candidateId);
        fitters(chosen, names);
        return names.stream().distinct().sorted().toList();
    }

    private static void fitters(Candidate candidate, List<String> names) {
        names.add(candidate.createdBy);
        if (!candidate.kind.blends()) return;
        for (long id : candidate.checkedSettings().candidates("members")) {
            Candidate member = Candidate.findById(id);
            if (member != null) fitters(member, names);
        }
    }

    private List<Evidence.Pinned> pinned(long briefId, Cut cut) {
        List<Evidence.Pinned> pinned = new ArrayList<>();
        for (Pin pin : pins.of(briefId)) {
            Candidate at = pin.candidateId == null ? null : Candidate.findById(pin.candidateId);
            String words = at == null || pin.records == null
                    ? null
                    : at.name + ", " + String.format(Locale.ROOT, "%,.0f", pin.records) + " records of validation";
            boolean same = at == null
                    || pin.records == null
                    || at.id.equals(cut.candidateId) && Math.abs(pin.records - cut.records) < 0.5;
            pinned.add(new Evidence.Pinned(
                    pin.chapter, pin.title, pin.note, pin.reading, pin.drawing, pin.cells, words, same));
        }
        return pinned;
    }

    /** The page as it would be issued. */
    @ActivateRequestContext
    String preview(long briefId, boolean fonts) {
        return HtmlReport.complete(HtmlReport.draft(evidence(briefId, null, null)), List.of(), "", fonts);
    }

    /** Computes a report's figures before somebody holds the brief for it; what is wrong with them is said then. */
    @ActivateRequestContext
    void ready(long briefId) {
        try {
            evidence(briefId, null, null);
        } catch (BadInput e) {
            LOG.debug("not ready: " + e.getMessage());
        }
    }

    /** The brief as one file. */
    @ActivateRequestContext
    String yaml(long briefId) {
        return CaseYaml.write(files.of(briefs.get(briefId), draft(briefId).authorText));
    }
}
