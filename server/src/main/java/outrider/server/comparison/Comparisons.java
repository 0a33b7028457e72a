package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import outrider.base.BadInput;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.exchange.AucStanding;
import outrider.exchange.CutFigures;
import outrider.exchange.Scored;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.trail.Trail;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;

/** Candidates side by side on validation, and the cut that a brief's views share. */
@ApplicationScoped
public class Comparisons {
    private final Briefs briefs;
    private final Candidates candidates;
    private final ScoredCandidates scored;
    private final Intervals intervals;
    private final Looks looks;

    Comparisons(Briefs briefs, Candidates candidates, ScoredCandidates scored, Intervals intervals, Looks looks) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.scored = scored;
        this.intervals = intervals;
        this.looks = looks;
    }

    /**
     * A finished candidate with its scores, its money and its standing by AUC against the leader. {@code adjustedP} and
     * {@code aucDifference} are null without one.
     */
    public record Entry(
            Candidate candidate,
            Scored scores,
            NetValue money,
            Bootstrap.Band band,
            AucDoubt.Interval auc,
            String verdict,
            Double adjustedP,
            AucDoubt.Difference aucDifference) {
        public Ranking ranking() {
            return scores.validation();
        }

        public double trainingAuc() {
            return scores.trainingAuc();
        }

        public List<String> alarms() {
            return scores.alarms().stream()
                    .map(a -> a.name() + ". " + a.meaning())
                    .toList();
        }

        public CutFigures at(double rank) {
            return CutFigures.of(ranking(), money, rank, band());
        }
    }

    /** All finished candidates, best AUC first, references last; verdicts against {@code leaderId}, or the first if null. */
    public List<Entry> entries(Brief brief, Long leaderId) {
        List<Entry> entries = new ArrayList<>();
        for (Candidate candidate : candidates.finished(brief.id)) {
            Scored scores = scored.of(candidate, brief);
            NetValue money = new NetValue(scores.validation(), brief.stakes(), brief.plannedRateOrNone());
            Bootstrap.Band band = intervals.band(brief, candidate.id, scores, money.worth());
            entries.add(new Entry(candidate, scores, money, band, scores.doubt().interval(), null, null, null));
        }
        entries.sort(Comparator.comparing((Entry e) -> e.candidate().kind.reference())
                .thenComparing(e -> -e.auc().auc())
                .thenComparing(e -> e.candidate().id));
        if (entries.isEmpty()) return entries;
        long leader = leaderId == null ? entries.get(0).candidate().id : leaderId;
        return withVerdicts(entries, leader);
    }

    private static List<Entry> withVerdicts(List<Entry> entries, long leaderId) {
        int leader = 0;
        for (int i = 0; i < entries.size(); i++) if (entries.get(i).candidate().id == leaderId) leader = i;
        List<AucStanding> standings =
                AucStanding.of(entries.stream().map(e -> e.scores().doubt()).toList(), leader);
        List<Entry> judged = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            Entry e = entries.get(i);
            AucStanding s = standings.get(i);
            judged.add(new Entry(
                    e.candidate(),
                    e.scores(),
                    e.money(),
                    e.band(),
                    e.auc(),
                    s.verdict(),
                    s.adjustedP(),
                    s.difference()));
        }
        return judged;
    }

    /** The brief's capacity as a share of the campaign; null for none. */
    public static Capacity capacity(Brief brief) {
        return brief.capacity == null ? null : new Capacity(brief.capacity / brief.campaignSize, true);
    }

    /** @throws BadInput if the candidate is not of the brief or not fitted, or the cut lies outside the part */
    @Transactional
    public void setCut(long briefId, ComparisonView.CutView wanted, String by) {
        Brief brief = briefs.get(briefId);
        Candidate candidate = candidates.get(wanted.candidateId());
        if (!candidate.briefId.equals(briefId) || !candidate.status.equals(Candidate.DONE)) {
            throw BadInput.of("candidateId", "is not a finished candidate of this brief", "choose another");
        }
        int records = Splits.of(brief).validation().length;
        if (!(wanted.records() >= 0 && wanted.records() <= records)) {
            throw BadInput.of("records", "is " + wanted.records(), "give 0 to " + records);
        }
        Cut cut = Cut.findById(briefId);
        boolean known = cut != null;
        String stood = known ? cut.candidateId + "/" + cut.records + "/" + cut.rule : "";
        if (!known) cut = new Cut();
        cut.briefId = briefId;
        cut.candidateId = wanted.candidateId();
        cut.records = wanted.records();
        cut.rule = wanted.rule() == null ? "set by hand" : wanted.rule();
        cut.setBy = by;
        cut.setAt = Instant.now();
        if (!known) cut.persist();
        String news = candidate.id + "/" + cut.records + "/" + cut.rule;
        if (!news.equals(stood)) {
            Trail.add(
                    Trail.chain(briefId),
                    by,
                    "cut set",
                    candidate.name,
                    String.format(
                            java.util.Locale.ROOT,
                            "%s of %d records of validation, %s",
                            cut.records,
                            records,
                            cut.rule));
        }
        looks.chose(briefId, candidates.finished(briefId).size(), cut.candidateId, cut.rule);
    }

    /** Null where its candidate was deleted. */
    static Cut live(Cut cut) {
        Candidate candidate = cut == null ? null : Candidate.findById(cut.candidateId);
        return candidate == null || candidate.deletedAt != null ? null : cut;
    }

    /** @throws BadInput if none is set */
    public Cut cut(long briefId) {
        Cut cut = known(briefId);
        if (cut == null) throw BadInput.of("cut", "is not set", "set it on the Compare page");
        return cut;
    }

    /** Null where none is set. */
    public Cut known(long briefId) {
        return live(Cut.findById(briefId));
    }

    /** A finished candidate's scores, ranked. */
    public Scored scored(Candidate candidate, Brief brief) {
        return scored.of(candidate, brief);
    }

    /** From which score on one acts; {@code score} is null where that is nobody. */
    public record Threshold(Double score, double depth, String rule) {}

    /**
     * The cut that is set, read on this candidate's ranking at the same depth, without the tie group that straddles it; where none
     * is set, the candidate's best.
     */
    public Threshold threshold(Candidate candidate, Brief brief) {
        Ranking ranking = scored.of(candidate, brief).validation();
        Cut cut = live(Cut.findById(brief.id));
        double rank = cut != null
                ? cut.records
                : new NetValue(ranking, brief.stakes(), brief.plannedRateOrNone())
                        .best(capacity(brief))
                        .records();
        int point = ranking.pointAtOrBefore(rank);
        double depth = ranking.size(point) / ranking.total();
        String rule = cut == null ? "best net value" : cut.rule;
        return new Threshold(point == 0 ? null : ranking.score(point), depth, rule);
    }
}
