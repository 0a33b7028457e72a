package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.check.Alarm;
import outrider.exchange.AucComparison;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.ValidationScores;
import outrider.learn.OutOfFold;
import outrider.measure.ProbabilityQuality;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.WorkStatus;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.Sample;
import outrider.uncertainty.Verdict;

/** One candidate's figures on training, out of fold and on validation; and what a change did to them. */
@ApplicationScoped
public class CandidateFigures {
    private static final double PLAIN_DEPTH = 0.1;
    private static final int BANDS = 10;

    private final Briefs briefs;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final Kept<List<?>, List<Figure>> known = Caches.CANDIDATES.make(figures -> 100L * figures.size());

    CandidateFigures(Briefs briefs, Candidates candidates, Comparisons comparisons) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.comparisons = comparisons;
    }

    /**
     * One figure.
     *
     * @param term its name in the glossary
     * @param low and {@code high}: 95 % interval of the validation figure; null where none is known
     */
    public record Figure(
            String term,
            @Nullable Double training,
            @Nullable Double outOfFold,
            @Nullable Double validation,
            @Nullable Double low,
            @Nullable Double high) {}

    /**
     * A candidate's figures by themselves, at the cut where one is set.
     *
     * @param depth at which capture rate, lift and precision are read
     * @param alarms names and what to look at
     */
    public record FiguresView(double depth, boolean cutSet, List<Figure> figures, List<Alarm> alarms) {}

    /** One part's scores; money only serves to project to the planned rate. */
    private record Set(
            Ranking ranking,
            RankingFigures figures,
            @Nullable ProbabilityQuality quality,
            NetValue money,
            double rank) {
        static @Nullable Set of(
                double @Nullable [] scores, Sample sample, boolean probability, Brief brief, double depth) {
            if (scores == null) return null;
            Ranking ranking = sample.ranked(scores).ranking();
            ProbabilityQuality quality = probability
                    ? ProbabilityQuality.of(
                            ranking, scores, sample.outcome(), sample.weight(), null, Math.min(BANDS, scores.length))
                    : null;
            return new Set(
                    ranking,
                    RankingFigures.of(ranking),
                    quality,
                    new NetValue(ranking, brief.stakes, brief.campaign.plannedRateOrNone()),
                    depth * ranking.total());
        }

        @Nullable
        Double read(String term) {
            double events = ranking.eventsAt(rank);
            double caught = money.eventFactor() * events;
            double precision = caught / (caught + money.otherFactor() * (rank - events));
            return switch (term) {
                case "auc" -> figures.auc();
                case "gini" -> figures.gini();
                case "ks" -> figures.ks().value();
                case "averagePrecision" -> figures.averagePrecision();
                case "capture" -> events / ranking.totalEvents();
                case "lift" -> precision / (Double.isNaN(money.planned()) ? ranking.baseRate() : money.planned());
                case "precision" -> precision;
                default -> quality == null ? null : ofQuality(quality, term);
            };
        }
    }

    private static @Nullable Double ofQuality(ProbabilityQuality quality, String term) {
        return switch (term) {
            case "logLoss" -> quality.logLoss();
            case "brier" -> quality.brier();
            case "brierSkill" -> quality.brierSkill();
            case "ece" -> quality.error().ece();
            case "calibrationIntercept" -> quality.line().intercept();
            case "calibrationSlope" -> quality.line().slope();
            default -> throw new IllegalArgumentException(term);
        };
    }

    private static final List<String> TERMS = List.of(
            "auc",
            "gini",
            "ks",
            "averagePrecision",
            "capture",
            "lift",
            "precision",
            "logLoss",
            "brier",
            "brierSkill",
            "ece",
            "calibrationIntercept",
            "calibrationSlope");

    /** @throws BadInput if the candidate is not fitted. Counts as a look. */
    @ActivateRequestContext
    public FiguresView figures(long id) {
        Candidate candidate = candidates.get(id);
        if (candidate.status != WorkStatus.DONE) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        }
        Brief brief = briefs.get(candidate.briefId);
        candidates.look(List.of(id));
        int records = Splits.of(brief).validation().length;
        double rank = rank(brief, records);
        Comparisons.Compared compared = comparisons.of(brief, List.of(candidate), null);
        ValidationScores scores = compared.comparison().candidates().get(0).scored();
        List<Figure> figures = known.get(List.of(compared.key(), rank), k -> figures(candidate, brief, compared, rank));
        return new FiguresView(rank / records, comparisons.known(brief.id) != null, figures, scores.alarms());
    }

    private List<Figure> figures(Candidate candidate, Brief brief, Comparisons.Compared compared, double rank) {
        long id = candidate.id;
        Sample trained = candidates.sample(brief, Splits.of(brief).training());
        Sample validated = candidates.sample(brief, Splits.of(brief).validation());
        double depth = rank / validated.size();
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        Set training = set(id, ScoreSet.TRAINING, trained, probability, brief, depth);
        Set folds = set(id, ScoreSet.OUT_OF_FOLD, trained, probability, brief, depth);
        ValidationScores scores = compared.comparison().candidates().get(0).scored();
        CutFigures at = comparisons.at(compared, rank).figures().get(0);
        Set validation = Set.of(scores.validationScores(), validated, false, brief, depth);
        List<Figure> figures = new ArrayList<>();
        for (String term : TERMS) {
            Figure validationOnly = onValidation(term, scores, at, validation);
            if (validationOnly.validation() == null && requireNonNull(training).read(term) == null) continue;
            figures.add(new Figure(
                    term,
                    requireNonNull(training).read(term),
                    folds == null
                            ? null
                            : outOfFold(term, folds, scores.beside().outOfFold()),
                    validationOnly.validation(),
                    validationOnly.low(),
                    validationOnly.high()));
        }
        return figures;
    }

    /** The AUC is the mean within the folds; all else is of their records together. */
    private static @Nullable Double outOfFold(String term, Set folds, AucUncertainty.@Nullable Interval within) {
        if (within == null) return folds.read(term);
        return switch (term) {
            case "auc" -> within.auc();
            case "gini" -> 2 * within.auc() - 1;
            default -> folds.read(term);
        };
    }

    /** The cut that is set, or a tenth of the records. */
    private double rank(Brief brief, int records) {
        Cut cut = comparisons.known(brief.id);
        return cut != null && cut.records > 0
                ? cut.records
                : Math.max(1, new Capacity(PLAIN_DEPTH, true).ranks(records, false));
    }

    private static Figure onValidation(String term, ValidationScores scores, CutFigures at, @Nullable Set validation) {
        AucUncertainty.Interval auc = scores.uncertainty().interval();
        ProbabilityQuality quality = scores.quality();
        return switch (term) {
            case "auc" -> figure(term, auc.auc(), auc.low(), auc.high());
            case "gini" ->
                figure(
                        term,
                        2 * auc.auc() - 1,
                        auc.low() == null ? null : 2 * auc.low() - 1,
                        auc.high() == null ? null : 2 * auc.high() - 1);
            case "capture" ->
                figure(
                        term,
                        at.reach().capture(),
                        at.reach().captureLow(),
                        at.reach().captureHigh());
            case "lift" ->
                figure(term, at.reach().lift(), at.reach().liftLow(), at.reach().liftHigh());
            case "precision" ->
                figure(
                        term,
                        at.hits().precision(),
                        at.hits().precisionLow(),
                        at.hits().precisionHigh());
            case "ks", "averagePrecision" ->
                figure(term, requireNonNull(validation).read(term), null, null);
            case "calibrationIntercept" ->
                quality == null
                        ? figure(term, null, null, null)
                        : figure(
                                term,
                                quality.line().intercept(),
                                quality.line().interceptLow(),
                                quality.line().interceptHigh());
            case "calibrationSlope" ->
                quality == null
                        ? figure(term, null, null, null)
                        : figure(
                                term,
                                quality.line().slope(),
                                quality.line().slopeLow(),
                                quality.line().slopeHigh());
            default -> figure(term, quality == null ? null : ofQuality(quality, term), null, null);
        };
    }

    private static Figure figure(String term, @Nullable Double value, @Nullable Double low, @Nullable Double high) {
        return new Figure(term, null, null, value, low, high);
    }

    private @Nullable Set set(long id, ScoreSet part, Sample sample, boolean probability, Brief brief, double depth) {
        double[] all = candidates.scores(id, part, sample.size());
        if (all == null) return null;
        int[] scored = OutOfFold.scored(all);
        double[] scores = Arrays.stream(scored).mapToDouble(i -> all[i]).toArray();
        return Set.of(scores, sample.at(scored), probability, brief, depth);
    }

    /** What became of one figure by a change; bounds are null where they are undefined. */
    public record Effect(
            String term,
            double difference,
            @Nullable Double low,
            @Nullable Double high,
            Verdict verdict) {}

    /** What a candidate does otherwise than the one it was begun from, on the same validation records. */
    public record EffectsView(long candidate, long basedOn, double depth, List<Effect> effects) {}

    /** Of every fitted candidate that was begun from another fitted one. */
    @ActivateRequestContext
    public List<EffectsView> effects(long briefId) {
        Brief brief = briefs.get(briefId);
        List<EffectsView> views = new ArrayList<>();
        if (brief.parts() == null) return views;
        int records = Splits.of(brief).validation().length;
        double rank = rank(brief, records);
        List<Candidate> finished = candidates.finished(briefId);
        for (Candidate now : finished) {
            for (Candidate before : finished) {
                if (!before.id.equals(now.basedOn)) continue;
                views.add(new EffectsView(now.id, before.id, rank / records, effects(brief, now, before, rank)));
            }
        }
        return views;
    }

    private List<Effect> effects(Brief brief, Candidate now, Candidate before, double rank) {
        Comparisons.Compared both = comparisons.of(brief, List.of(now, before), before.id);
        int mine = both.index(now.id);
        List<Effect> effects = new ArrayList<>();
        AucComparison byAuc = both.comparison().byAuc(mine);
        if (requireNonNull(byAuc.difference()).standardError() != null) {
            Drawn.Bounds bounds = byAuc.difference().bounds();
            effects.add(
                    new Effect("auc", byAuc.difference().difference(), bounds.low(), bounds.high(), byAuc.verdict()));
        }
        CutComparison.At at = comparisons.at(both, rank).against().get(mine);
        boolean few = at.verdict() == Verdict.TOO_FEW;
        if (at.capture() != null) effects.add(effect("capture", at.capture(), few));
        if (at.precision() != null) effects.add(effect("precision", at.precision(), few));
        effects.add(effect("netValue", at.netValue(), few));
        return effects;
    }

    private static Effect effect(String term, CutComparison.Difference found, boolean few) {
        Verdict verdict = few || found.low() == null || found.high() == null
                ? Verdict.TOO_FEW
                : found.low() > 0 ? Verdict.AHEAD : found.high() < 0 ? Verdict.BEHIND : Verdict.NOT_SEPARABLE;
        return new Effect(term, found.difference(), found.low(), found.high(), verdict);
    }
}
