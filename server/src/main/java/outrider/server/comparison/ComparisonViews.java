package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import jakarta.persistence.EntityManager;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Timing;
import outrider.exchange.AucComparison;
import outrider.exchange.Comparison;
import outrider.exchange.CutComparison;
import outrider.exchange.DecidingMeasure;
import outrider.exchange.ValidationScores;
import outrider.measure.BandRow;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.rank.SimplifiedCurve;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.split.Parts;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.uncertainty.Band;
import outrider.uncertainty.Depths;
import outrider.uncertainty.Sample;

/** Makes what Compare and Threshold show. */
@ApplicationScoped
public class ComparisonViews {
    private static final int MOST_POINTS = 2000;
    private static final int SLIVERS = 120;
    /** So many candidates are shown before somebody asks for the rest. */
    private static final int MOST_SHOWN = 30;

    private static final long BYTES_A_POINT = 40;

    private final Briefs briefs;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;
    private final Findings findings;
    private final EntityManager database;
    private final Kept<String, ComparisonView.CurveView> curves = Caches.CURVES.make(
            known -> BYTES_A_POINT * (known.scores().length + known.training().depth().length));

    ComparisonViews(
            Briefs briefs,
            Candidates candidates,
            Comparisons comparisons,
            ValidationUses validationUse,
            Findings findings,
            EntityManager database) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.comparisons = comparisons;
        this.validationUse = validationUse;
        this.findings = findings;
        this.database = database;
    }

    /**
     * Counts as a look at every candidate in it.
     *
     * @param leaderId whom somebody named as leader; null for nobody
     * @param all whether all candidates are shown, however many there are
     * @param held keys of curves that are left out
     */
    @ActivateRequestContext
    public ComparisonView view(long briefId, @Nullable Long leaderId, boolean all, Collection<String> held) {
        Brief brief = briefs.get(briefId);
        Parts parts = Splits.of(brief);
        Comparisons.Compared compared = comparisons.of(brief, leaderId);
        Comparison comparison = compared.comparison();
        validationUse.looked(brief, compared);
        Cut cut = Comparisons.live(Cut.findById(briefId));
        int records = parts.validation().length;
        boolean none = compared.isEmpty();
        NetValue money = none ? null : comparison.money(0);
        Ranking any = none ? null : comparison.ranking(0);
        double events = events(brief, parts.validation());
        long broken = database.createQuery("select count(s) from Seal s where s.briefId = ?1", Long.class)
                .setParameter(1, briefId)
                .getSingleResult();
        int reference = comparison.bestReference();
        Comparisons.LeaderFacts leaderFacts = comparisons.leaderFacts(compared);
        @Nullable Boolean[] beats = leaderFacts.beatsReference();
        DecidingMeasure deciding = comparison.terms().decidingMeasure();
        Capacity capacity = brief.campaign.capacityShare();
        int[] among = shown(compared, cut, all, true).toArray();
        List<ComparisonView.CandidateRow> rows = Arrays.stream(among)
                .mapToObj(i -> row(brief, compared, i, beats[i]))
                .toList();
        Map<String, ComparisonView.CurveView> drawn = new LinkedHashMap<>();
        for (int k = 0; k < among.length; k++) {
            int i = among[k];
            String key = rows.get(k).drawn();
            if (!held.contains(key)) drawn.put(key, curves.get(key, absent -> curve(compared, i)));
        }
        String weight = BriefTables.weightColumn(brief);
        Double capacityRecords = capacity == null ? null : capacity.ranks(records, weight != null);
        return new ComparisonView(
                new ComparisonView.ComparedPartView(
                        records,
                        events,
                        none
                                ? null
                                : units(comparison.candidates().get(0).scored().sample()),
                        parts.training().length,
                        events(brief, parts.training()),
                        weight,
                        broken == 0),
                rate(money, events / records),
                new ComparisonView.MoneyView(
                        money == null ? brief.stakes.breakEven() : money.breakEven(),
                        capacityRecords,
                        brief.campaign.size() / records,
                        money == null ? new NetValue.Worth(0, 0, 0) : money.worth(),
                        money == null ? 0 : money.nobody(),
                        candidates.valueColumn(brief),
                        any == null ? 0 : any.valued(any.groups())),
                new ComparisonView.OrderView(
                        none ? null : compared.candidates().get(comparison.leader()).id,
                        comparison.leaderNamed(),
                        deciding.kind(),
                        deciding.words(capacity, records),
                        reference < 0 ? null : compared.candidates().get(reference).id,
                        shown(compared, cut, all, false)
                                .mapToObj(i -> other(compared, i))
                                .toList()),
                new ComparisonView.ActingView(
                        cut == null ? null : new ComparisonView.CutView(cut.candidateId, cut.records, cut.rule),
                        none
                                ? null
                                : shown(
                                        compared,
                                        cut == null ? comparison.best(0).records() : cut.records,
                                        brief,
                                        cut)),
                validationUse.view(brief, compared, none ? null : leaderFacts.optimism()),
                rows,
                new ComparisonView.DrawnView(any == null ? new double[0] : Depths.of(any), drawn));
    }

    /** @param own event rate of the part */
    private static ComparisonView.RateView rate(@Nullable NetValue money, double own) {
        if (money == null) return new ComparisonView.RateView(own, 1, 1);
        return new ComparisonView.RateView(
                Double.isNaN(money.planned()) ? own : money.planned(), money.eventFactor(), money.otherFactor());
    }

    /** Places of the leaders and of those whom the page is about, or of the others. */
    private static IntStream shown(Comparisons.Compared compared, @Nullable Cut cut, boolean all, boolean among) {
        Comparison comparison = compared.comparison();
        return IntStream.range(0, compared.candidates().size()).filter(i -> {
            boolean shown = all
                    || i < MOST_SHOWN
                    || i == comparison.leader()
                    || i == comparison.bestReference()
                    || cut != null && compared.candidates().get(i).id.equals(cut.candidateId);
            return shown == among;
        });
    }

    private static ComparisonView.Other other(Comparisons.Compared compared, int i) {
        Candidate candidate = compared.candidates().get(i);
        ValidationScores scored = compared.comparison().candidates().get(i).scored();
        return new ComparisonView.Other(
                candidate.id,
                candidate.name,
                candidate.kind.reference(),
                scored.uncertainty().interval(),
                scored.beside().auc(),
                scored.alarms());
    }

    /**
     * Figures at one cut.
     *
     * @throws BadInput if it lies outside validation
     */
    @ActivateRequestContext
    public ComparisonView.AtView at(long briefId, double records, Long leaderId) {
        Brief brief = briefs.get(briefId);
        int all = Splits.of(brief).validation().length;
        if (!(records >= 0 && records <= all)) throw BadInput.of("records", "is " + records, "give 0 to " + all);
        Comparisons.Compared compared = comparisons.of(brief, leaderId);
        if (compared.isEmpty()) return new ComparisonView.AtView(records, null, List.of());
        return shown(compared, records, brief, Comparisons.live(Cut.findById(briefId)));
    }

    private ComparisonView.AtView shown(Comparisons.Compared compared, double records, Brief brief, @Nullable Cut cut) {
        CutComparison at = comparisons.at(compared, records);
        if (cut != null && cut.records == records) findings.keep(brief.id, compared, cut, at);
        return new ComparisonView.AtView(
                records,
                compared.candidates().get(compared.comparison().leader()).id,
                IntStream.range(0, compared.candidates().size())
                        .mapToObj(i -> new ComparisonView.AtRow(
                                compared.candidates().get(i).id,
                                at.figures().get(i),
                                at.against().get(i),
                                at.few().get(i)))
                        .toList());
    }

    private double events(Brief brief, int[] rows) {
        return new Sample(candidates.outcomes(brief, rows), null, candidates.weights(brief, rows), null).totalEvents();
    }

    private static @Nullable List<Integer> units(Sample sample) {
        return sample.unit() == null ? null : List.of(sample.unitsWith(1), sample.unitsWith(0));
    }

    private ComparisonView.CandidateRow row(
            Brief brief, Comparisons.Compared compared, int i, @Nullable Boolean beatsReference) {
        Comparison comparison = compared.comparison();
        Candidate candidate = compared.candidates().get(i);
        ValidationScores scored = comparison.candidates().get(i).scored();
        Ranking ranking = comparison.ranking(i);
        NetValue money = comparison.money(i);
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        Double breakEven = money.breakEven();
        Timing timing = Timing.of(candidate.inputs, brief::column);
        AucComparison byAuc = comparison.byAuc(i);
        Band band = comparisons.band(compared, i);
        return new ComparisonView.CandidateRow(
                candidate.id,
                candidate.name,
                candidate.kind.name(),
                candidate.kind.words(),
                candidate.kind.reference(),
                probability,
                candidate.inputs.size(),
                new ComparisonView.Known(timing.days(), timing.last(), timing.undated()),
                scored.uncertainty().interval(),
                new ComparisonView.TrainingView(
                        scored.beside().auc(), scored.beside().outOfFold()),
                new ComparisonView.ByAuc(
                        byAuc.verdict(),
                        byAuc.adjustedP(),
                        byAuc.difference() == null ? null : byAuc.difference().difference(),
                        byAuc.eventsNeeded(),
                        beatsReference),
                comparison.deciding(i),
                scored.alarms(),
                Comparisons.curveKey(compared, i),
                new ComparisonView.GainBand(band.gainLow(), band.gainHigh()),
                comparison.best(i),
                probability && breakEven != null
                        ? ranking.size(ranking.pointAtThreshold(scoreAt(brief, ranking)))
                        : null,
                candidate.looks);
    }

    private ComparisonView.CurveView curve(Comparisons.Compared compared, int i) {
        Ranking ranking = compared.comparison().ranking(i);
        ValidationScores scored = compared.comparison().candidates().get(i).scored();
        SimplifiedCurve thinned = SimplifiedCurve.of(ranking, MOST_POINTS);
        int[] points = thinned.points();
        double[] scores = new double[points.length - 1];
        for (int p = 0; p < scores.length; p++) scores[p] = ranking.score(points[p + 1]);
        return new ComparisonView.CurveView(
                thinned.error(),
                at(points, ranking::size),
                at(points, ranking::events),
                ranking.hasValues() ? at(points, ranking::valued) : null,
                scores,
                band(compared, i),
                Bands.of(ranking, (int) Math.min(SLIVERS, ranking.total())).stream()
                        .mapToDouble(BandRow::eventRate)
                        .toArray(),
                new ComparisonView.GainsView(
                        scored.beside().depth(), scored.beside().capture()));
    }

    private ComparisonView.BandView band(Comparisons.Compared compared, int i) {
        Band band = comparisons.band(compared, i);
        return new ComparisonView.BandView(
                band.captureLow(), band.captureHigh(), band.precisionLow(), band.precisionHigh());
    }

    /** The sample's own probability that stands for the break-even at the planned rate (METHODS section 5). */
    private static double scoreAt(Brief brief, Ranking ranking) {
        double breakEven = requireNonNull(brief.stakes.breakEven());
        if (brief.campaign.plannedRate() == null) return breakEven;
        double rate = ranking.baseRate();
        double move = rate / (1 - rate) / (brief.campaign.plannedRate() / (1 - brief.campaign.plannedRate()));
        double odds = breakEven / (1 - breakEven) * move;
        return odds / (1 + odds);
    }

    private static double[] at(int[] points, IntToDoubleFunction value) {
        return Arrays.stream(points).mapToDouble(value).toArray();
    }
}
