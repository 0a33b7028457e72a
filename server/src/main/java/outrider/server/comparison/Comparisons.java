package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import outrider.base.BadInput;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Verdict;
import outrider.exchange.CutFigures;
import outrider.measure.BandRow;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.rank.Thinned;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.split.Parts;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;

/** Candidates side by side on validation, and the cut that a brief's views share. */
@ApplicationScoped
public class Comparisons {
    private static final int MOST_POINTS = 20_001;
    private static final int TRAINING_POINTS = 201;
    private static final int SLIVERS = 120;

    private final Briefs briefs;
    private final Candidates candidates;
    private final ScoredCandidates scored;
    private final EntityManager database;

    Comparisons(Briefs briefs, Candidates candidates, ScoredCandidates scored, EntityManager database) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.scored = scored;
        this.database = database;
    }

    /** A finished candidate with its scores, its money and its standing. {@code adjustedP} is null without one. */
    public record Entry(
            Candidate candidate,
            Scored scores,
            NetValue money,
            AucDoubt.Interval auc,
            String verdict,
            Double adjustedP) {
        public Ranking ranking() {
            return scores.validation();
        }

        public double trainingAuc() {
            return scores.trainingAuc();
        }

        public Bootstrap.Band band() {
            return scores.band();
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
            entries.add(new Entry(candidate, scores, money, scores.doubt().interval(), null, null));
        }
        entries.sort(Comparator.comparing((Entry e) -> e.candidate().kind.reference())
                .thenComparing(e -> -e.auc().auc())
                .thenComparing(e -> e.candidate().id));
        if (entries.isEmpty()) return entries;
        long leader = leaderId == null ? entries.get(0).candidate().id : leaderId;
        return withVerdicts(entries, leader);
    }

    private static List<Entry> withVerdicts(List<Entry> entries, long leaderId) {
        Entry leader = entries.stream()
                .filter(e -> e.candidate().id == leaderId)
                .findFirst()
                .orElse(entries.get(0));
        Double[] p = new Double[entries.size()];
        double[] difference = new double[entries.size()];
        for (int i = 0; i < p.length; i++) {
            if (entries.get(i) == leader) continue;
            AucDoubt.Difference found =
                    entries.get(i).scores().doubt().minus(leader.scores().doubt());
            p[i] = found.pValue();
            difference[i] = found.difference();
        }
        Double[] adjusted = Verdict.holm(p);
        List<Entry> judged = new ArrayList<>();
        for (int i = 0; i < p.length; i++) {
            Entry e = entries.get(i);
            String verdict = e == leader
                    ? "leader"
                    : Verdict.of(difference[i], adjusted[i]).words();
            judged.add(new Entry(e.candidate(), e.scores(), e.money(), e.auc(), verdict, adjusted[i]));
        }
        return judged;
    }

    /** What Compare shows; counts as a look at every candidate in it. */
    @Transactional
    public ComparisonView view(long briefId) {
        Brief brief = briefs.get(briefId);
        Parts parts = Splits.of(brief);
        List<Entry> entries = entries(brief, null);
        candidates.look(entries.stream().map(e -> e.candidate().id).toList());
        Cut cut = live(Cut.findById(briefId));
        int records = parts.validation().length;
        int events = 0;
        for (byte y : candidates.outcomes(brief, parts.validation())) events += y;
        double rate = events / (double) records;
        NetValue any = entries.isEmpty() ? null : entries.get(0).money();
        long broken = database.createQuery("select count(s) from Seal s where s.briefId = ?1", Long.class)
                .setParameter(1, briefId)
                .getSingleResult();
        return new ComparisonView(
                records,
                events,
                brief.plannedRate == null ? rate : brief.plannedRate,
                any == null ? 1 : any.eventFactor(),
                any == null ? 1 : any.otherFactor(),
                brief.stakes().breakEven(),
                brief.capacity == null ? null : capacity(brief).ranks(records),
                brief.campaignSize / records,
                entries.isEmpty() ? null : entries.get(0).candidate().id,
                broken == 0,
                cut == null ? null : new ComparisonView.CutView(cut.candidateId, cut.records, cut.rule),
                entries.stream().map(e -> row(e, brief)).toList());
    }

    /** The brief's capacity as a share of the campaign; null for none. */
    public static Capacity capacity(Brief brief) {
        return brief.capacity == null ? null : new Capacity(brief.capacity / brief.campaignSize, true);
    }

    private ComparisonView.Row row(Entry entry, Brief brief) {
        Candidate candidate = entry.candidate();
        Ranking ranking = entry.ranking();
        NetValue money = entry.money();
        Thinned thinned = Thinned.of(ranking, MOST_POINTS);
        int[] points = thinned.points();
        double[] scores = new double[points.length - 1];
        for (int i = 0; i < scores.length; i++) scores[i] = ranking.score(points[i + 1]);
        Ranking training = entry.scores().training();
        int[] trainingPoints = Thinned.of(training, TRAINING_POINTS).points();
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        Double breakEven = brief.stakes().breakEven();
        Bootstrap.Band band = entry.band();
        return new ComparisonView.Row(
                candidate.id,
                candidate.name,
                candidate.kind.jsonName(),
                candidate.kind.words(),
                candidate.kind.reference(),
                probability,
                candidate.inputs.size(),
                entry.auc(),
                entry.trainingAuc(),
                entry.verdict(),
                entry.adjustedP(),
                entry.scores().alarms(),
                thinned.exact(),
                at(points, ranking::size),
                at(points, ranking::events),
                at(points, point -> money.atPoint(point) - money.nobody()),
                scores,
                new ComparisonView.BandView(
                        band.depth(),
                        band.captureLow(),
                        band.captureHigh(),
                        gains(band.depth(), band.eventsLow(), ranking, money),
                        gains(band.depth(), band.eventsHigh(), ranking, money)),
                at(trainingPoints, point -> training.size(point) / training.total()),
                at(trainingPoints, point -> training.events(point) / training.totalEvents()),
                Bands.of(ranking, (int) Math.min(SLIVERS, ranking.total())).stream()
                        .mapToDouble(BandRow::eventRate)
                        .toArray(),
                money.best(capacity(brief)),
                probability && breakEven != null
                        ? ranking.size(ranking.pointAtThreshold(scoreAt(brief, ranking)))
                        : null,
                candidate.looks);
    }

    /** The sample's own probability that stands for the break-even at the planned rate (METHODS section 5). */
    private static double scoreAt(Brief brief, Ranking ranking) {
        double breakEven = brief.stakes().breakEven();
        if (brief.plannedRate == null) return breakEven;
        double rate = ranking.baseRate();
        double move = rate / (1 - rate) / (brief.plannedRate / (1 - brief.plannedRate));
        double odds = breakEven / (1 - breakEven) * move;
        return odds / (1 + odds);
    }

    private static double[] at(int[] points, IntToDoubleFunction value) {
        return Arrays.stream(points).mapToDouble(value).toArray();
    }

    private static double[] gains(double[] depth, double[] events, Ranking ranking, NetValue money) {
        double[] gains = new double[depth.length];
        for (int i = 0; i < gains.length; i++) gains[i] = money.gainOf(depth[i] * ranking.total(), events[i]);
        return gains;
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
        if (!known) cut = new Cut();
        cut.briefId = briefId;
        cut.candidateId = wanted.candidateId();
        cut.records = wanted.records();
        cut.rule = wanted.rule() == null ? "set by hand" : wanted.rule();
        cut.setBy = by;
        cut.setAt = Instant.now();
        if (!known) cut.persist();
    }

    /** Null where its candidate was deleted. */
    private static Cut live(Cut cut) {
        Candidate candidate = cut == null ? null : Candidate.findById(cut.candidateId);
        return candidate == null || candidate.deletedAt != null ? null : cut;
    }

    /** @throws BadInput if none is set */
    public Cut cut(long briefId) {
        Cut cut = live(Cut.findById(briefId));
        if (cut == null) throw BadInput.of("cut", "is not set", "set it on the Compare page");
        return cut;
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

    /** @throws BadInput if q is below 1 or above the number of records */
    @Transactional
    public List<BandRow> bands(long candidateId, int q) {
        Candidate candidate = candidates.get(candidateId);
        if (!candidate.status.equals(Candidate.DONE)) {
            throw BadInput.of("candidate", "is not fitted", "wait for it, or make it again");
        }
        return Bands.of(scored.of(candidate, briefs.get(candidate.briefId)).validation(), q);
    }

    /**
     * The scored validation records: record number in the file from 1, outcome 1 or 0, and one column a finished candidate, as
     * lines of texts under a header.
     */
    @Transactional
    public List<String[]> scoredRecords(long briefId) {
        Brief brief = briefs.get(briefId);
        int[] rows = Splits.of(brief).validation();
        byte[] outcome = candidates.outcomes(brief, rows);
        List<Entry> entries = entries(brief, null);
        List<String[]> lines = new ArrayList<>(rows.length + 1);
        String[] header = new String[entries.size() + 2];
        header[0] = "record";
        header[1] = "outcome";
        for (int c = 0; c < entries.size(); c++) {
            String name = entries.get(c).candidate().name;
            header[c + 2] = name.equals("record") || name.equals("outcome") ? name + " score" : name;
        }
        lines.add(header);
        for (int i = 0; i < rows.length; i++) {
            String[] line = new String[header.length];
            line[0] = Integer.toString(rows[i] + 1);
            line[1] = Byte.toString(outcome[i]);
            for (int c = 0; c < entries.size(); c++) {
                line[c + 2] = Double.toString(entries.get(c).scores().validationScores()[i]);
            }
            lines.add(line);
        }
        return lines;
    }
}
