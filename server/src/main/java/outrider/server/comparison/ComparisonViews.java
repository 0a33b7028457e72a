package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import outrider.casefile.Timing;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.doubt.Verdict;
import outrider.exchange.AgainstLeader;
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
import outrider.stakes.NetValue;

/** Makes what Compare and Threshold show. */
@ApplicationScoped
public class ComparisonViews {
    private static final int MOST_POINTS = 2000;
    private static final int SLIVERS = 120;

    private final Briefs briefs;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final Intervals intervals;
    private final Looks looks;
    private final EntityManager database;

    ComparisonViews(
            Briefs briefs,
            Candidates candidates,
            Comparisons comparisons,
            Intervals intervals,
            Looks looks,
            EntityManager database) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.comparisons = comparisons;
        this.intervals = intervals;
        this.looks = looks;
        this.database = database;
    }

    /** Counts as a look at every candidate in it. @param leaderId against whom verdicts are; null for the best by AUC */
    @Transactional
    public ComparisonView view(long briefId, Long leaderId) {
        Brief brief = briefs.get(briefId);
        Parts parts = Splits.of(brief);
        List<Comparisons.Entry> entries = comparisons.entries(brief, leaderId);
        looks.looked(brief, entries);
        Cut cut = Comparisons.live(Cut.findById(briefId));
        int records = parts.validation().length;
        int events = events(brief, parts.validation());
        double rate = events / (double) records;
        Comparisons.Entry any = entries.isEmpty() ? null : entries.get(0);
        long broken = database.createQuery("select count(s) from Seal s where s.briefId = ?1", Long.class)
                .setParameter(1, briefId)
                .getSingleResult();
        int leader = leader(entries);
        Comparisons.Entry reference = bestReference(entries);
        Boolean[] beats = beats(entries, reference);
        AgainstLeader against = any == null ? null : intervals.against(brief, entries, leader);
        return new ComparisonView(
                records,
                events,
                parts.training().length,
                events(brief, parts.training()),
                brief.plannedRate == null ? rate : brief.plannedRate,
                any == null ? 1 : any.money().eventFactor(),
                any == null ? 1 : any.money().otherFactor(),
                any == null ? brief.stakes().breakEven() : any.money().breakEven(),
                brief.capacity == null ? null : Comparisons.capacity(brief).ranks(records),
                brief.campaignSize / records,
                any == null ? new NetValue.Worth(0, 0, 0) : any.money().worth(),
                any == null ? 0 : any.money().nobody(),
                candidates.valueColumn(brief),
                any == null ? 0 : any.ranking().valued(any.ranking().groups()),
                any == null ? null : entries.get(leader).candidate().id,
                reference == null ? null : reference.candidate().id,
                broken == 0,
                cut == null ? null : new ComparisonView.CutView(cut.candidateId, cut.records, cut.rule),
                Depths.all(),
                looks.view(brief, entries),
                IntStream.range(0, entries.size())
                        .mapToObj(i -> row(entries.get(i), brief, against, i, beats[i]))
                        .toList());
    }

    private int events(Brief brief, int[] rows) {
        int events = 0;
        for (byte y : candidates.outcomes(brief, rows)) events += y;
        return events;
    }

    private static int leader(List<Comparisons.Entry> entries) {
        for (int i = 0; i < entries.size(); i++) if (entries.get(i).verdict().equals("leader")) return i;
        return 0;
    }

    private static Comparisons.Entry bestReference(List<Comparisons.Entry> entries) {
        return entries.stream()
                .filter(e -> e.candidate().kind.reference())
                .findFirst()
                .orElse(null);
    }

    /** Each candidate against the best reference, Holm-adjusted. */
    private static Boolean[] beats(List<Comparisons.Entry> entries, Comparisons.Entry reference) {
        Boolean[] beats = new Boolean[entries.size()];
        if (reference == null) return beats;
        Double[] p = new Double[beats.length];
        double[] difference = new double[beats.length];
        for (int i = 0; i < beats.length; i++) {
            if (entries.get(i).candidate().kind.reference()) continue;
            AucDoubt.Difference found =
                    entries.get(i).scores().doubt().minus(reference.scores().doubt());
            p[i] = found.pValue();
            difference[i] = found.difference();
        }
        Double[] adjusted = Verdict.holm(p);
        for (int i = 0; i < beats.length; i++) {
            if (entries.get(i).candidate().kind.reference()) continue;
            beats[i] = Verdict.of(difference[i], adjusted[i]) == Verdict.AHEAD;
        }
        return beats;
    }

    private ComparisonView.Row row(
            Comparisons.Entry entry, Brief brief, AgainstLeader against, int index, Boolean beatsReference) {
        Candidate candidate = entry.candidate();
        Ranking ranking = entry.ranking();
        NetValue money = entry.money();
        Thinned thinned = Thinned.of(ranking, MOST_POINTS);
        int[] points = thinned.points();
        double[] scores = new double[points.length - 1];
        for (int i = 0; i < scores.length; i++) scores[i] = ranking.score(points[i + 1]);
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        Double breakEven = money.breakEven();
        Timing timing = Timing.of(candidate.inputs, brief::column);
        AucDoubt.Difference difference = entry.aucDifference();
        return new ComparisonView.Row(
                candidate.id,
                candidate.name,
                candidate.kind.jsonName(),
                candidate.kind.words(),
                candidate.kind.reference(),
                probability,
                candidate.inputs.size(),
                timing.days(),
                timing.last(),
                timing.undated(),
                entry.auc(),
                entry.trainingAuc(),
                entry.verdict(),
                entry.adjustedP(),
                difference == null ? null : difference.difference(),
                difference == null
                        ? null
                        : Verdict.eventsNeeded(
                                difference.difference(), difference.standardError(), ranking.totalEvents()),
                beatsReference,
                entry.scores().alarms(),
                thinned.error(),
                at(points, ranking::size),
                at(points, ranking::events),
                ranking.hasValues() ? at(points, ranking::valued) : null,
                scores,
                band(entry),
                against(against, index),
                entry.scores().trainingDepth(),
                entry.scores().trainingCapture(),
                Bands.of(ranking, (int) Math.min(SLIVERS, ranking.total())).stream()
                        .mapToDouble(BandRow::eventRate)
                        .toArray(),
                money.best(Comparisons.capacity(brief)),
                probability && breakEven != null
                        ? ranking.size(ranking.pointAtThreshold(scoreAt(brief, ranking)))
                        : null,
                candidate.looks);
    }

    private static ComparisonView.BandView band(Comparisons.Entry entry) {
        Bootstrap.Band band = entry.band();
        double[][] gains = band.gains(entry.money(), entry.ranking().total());
        return new ComparisonView.BandView(
                band.captureLow(), band.captureHigh(), band.eventsLow(), band.eventsHigh(), gains[0], gains[1]);
    }

    private static ComparisonView.AgainstView against(AgainstLeader against, int index) {
        PairedBand band = against.bands().get(index);
        if (band == null) return null;
        return new ComparisonView.AgainstView(
                band.captureLow(),
                band.captureHigh(),
                band.eventsLow(),
                band.eventsHigh(),
                band.gainLow(),
                band.gainHigh(),
                against.adjustedP().get(index));
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
}
