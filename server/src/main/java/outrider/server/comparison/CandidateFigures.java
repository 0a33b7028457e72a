package outrider.server.comparison;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;
import outrider.base.Normal;
import outrider.check.Alarm;
import outrider.doubt.AucDoubt;
import outrider.doubt.Depths;
import outrider.doubt.Verdict;
import outrider.exchange.AgainstLeader;
import outrider.exchange.Scored;
import outrider.measure.ProbabilityQuality;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;

/** One candidate's figures on training, out of fold and on validation; and what a change did to them. */
@ApplicationScoped
public class CandidateFigures {
    private static final double PLAIN_DEPTH = 0.1;
    private static final int BANDS = 10;

    private final Briefs briefs;
    private final Candidates candidates;
    private final ScoredCandidates scored;
    private final Comparisons comparisons;
    private final Intervals intervals;

    CandidateFigures(
            Briefs briefs,
            Candidates candidates,
            ScoredCandidates scored,
            Comparisons comparisons,
            Intervals intervals) {
        this.briefs = briefs;
        this.candidates = candidates;
        this.scored = scored;
        this.comparisons = comparisons;
        this.intervals = intervals;
    }

    /**
     * One figure.
     *
     * @param term its name in the glossary
     * @param low and {@code high}: 95 % interval of the validation figure; null where none is known
     */
    public record Figure(String term, Double training, Double outOfFold, Double validation, Double low, Double high) {}

    /**
     * @param depth at which capture rate, lift and precision are read
     * @param alarms names and what to look at
     */
    public record FiguresView(double depth, boolean cutSet, List<Figure> figures, List<Alarm> alarms) {}

    private record Set(Ranking ranking, RankingFigures figures, ProbabilityQuality quality, double depth) {
        static Set of(double[] scores, byte[] outcome, boolean probability, double depth) {
            if (scores == null) return null;
            Ranking ranking = Ranking.of(scores, outcome);
            return new Set(
                    ranking,
                    RankingFigures.of(ranking),
                    probability
                            ? ProbabilityQuality.of(scores, outcome, null, (int) Math.min(BANDS, ranking.total()))
                            : null,
                    depth);
        }

        Double read(String term) {
            double rank = depth * ranking.total();
            double caught = ranking.eventsAt(rank);
            return switch (term) {
                case "auc" -> figures.auc();
                case "gini" -> figures.gini();
                case "ks" -> figures.ks().value();
                case "averagePrecision" -> figures.averagePrecision();
                case "capture" -> caught / ranking.totalEvents();
                case "lift" -> caught / rank / ranking.baseRate();
                case "precision" -> caught / rank;
                default -> quality == null ? null : quality(term);
            };
        }

        private Double quality(String term) {
            return switch (term) {
                case "logLoss" -> quality.logLoss();
                case "brier" -> quality.brier();
                case "brierSkill" -> quality.brierSkill();
                case "ece" -> quality.ece();
                case "calibrationIntercept" -> quality.intercept();
                case "calibrationSlope" -> quality.slope();
                default -> throw new IllegalArgumentException(term);
            };
        }
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
    @Transactional
    public FiguresView figures(long id) {
        Candidate candidate = candidates.get(id);
        if (!candidate.status.equals(Candidate.DONE)) {
            throw BadInput.of("candidate", "is not fitted", "wait for it, or make it again");
        }
        Brief brief = briefs.get(candidate.briefId);
        candidates.look(List.of(id));
        byte[] trained = candidates.outcomes(brief, Splits.of(brief).training());
        byte[] validated = candidates.outcomes(brief, Splits.of(brief).validation());
        Cut cut = Cut.findById(brief.id);
        boolean cutSet = cut != null && cut.records > 0;
        double depth = cutSet ? cut.records / validated.length : PLAIN_DEPTH;
        boolean probability = Boolean.TRUE.equals(candidate.probability);
        Set training = set(id, ScoreSet.TRAINING, trained, probability, depth);
        Set folds = set(id, ScoreSet.OUT_OF_FOLD, trained, probability, depth);
        Set validation = set(id, ScoreSet.VALIDATION, validated, probability, depth);
        Scored scores = scored.of(candidate, brief);
        AucDoubt.Interval auc = scores.doubt().interval();
        List<Figure> figures = new ArrayList<>();
        for (String term : TERMS) {
            Double value = switch (term) {
                case "auc" -> Double.valueOf(auc.auc());
                case "gini" -> Double.valueOf(2 * auc.auc() - 1);
                default -> validation.read(term);
            };
            if (value == null && training.read(term) == null) continue;
            double[] interval = interval(term, auc, scores, depth, validation);
            figures.add(new Figure(
                    term,
                    training.read(term),
                    folds == null ? null : folds.read(term),
                    value,
                    interval == null ? null : interval[0],
                    interval == null ? null : interval[1]));
        }
        return new FiguresView(depth, cutSet, figures, scores.alarms());
    }

    private Set set(long id, ScoreSet part, byte[] outcome, boolean probability, double depth) {
        return Set.of(candidates.scores(id, part, outcome.length), outcome, probability, depth);
    }

    private static double[] interval(String term, AucDoubt.Interval auc, Scored scores, double depth, Set validation) {
        if (term.equals("auc") || term.equals("gini")) {
            if (auc.low() == null) return null;
            boolean plain = term.equals("auc");
            return plain ? new double[] {auc.low(), auc.high()} : new double[] {2 * auc.low() - 1, 2 * auc.high() - 1};
        }
        var band = scores.band();
        double low = Depths.read(band.depth(), band.captureLow(), depth);
        double high = Depths.read(band.depth(), band.captureHigh(), depth);
        double rate = validation.ranking().baseRate();
        return switch (term) {
            case "capture" -> new double[] {low, high};
            case "lift" -> new double[] {low / depth, high / depth};
            case "precision" -> {
                double records = depth * validation.ranking().total();
                double lowEvents = Depths.read(band.depth(), band.eventsLow(), depth);
                double highEvents = Depths.read(band.depth(), band.eventsHigh(), depth);
                yield rate == 0 ? null : new double[] {lowEvents / records, highEvents / records};
            }
            default -> null;
        };
    }

    /** What became of one figure by a change; {@code verdict} is ahead, behind or not separable. */
    public record Effect(String term, double difference, double low, double high, String verdict) {}

    /** What a candidate does otherwise than the one it was begun from, on the same validation records. */
    public record EffectsView(long candidate, long basedOn, double depth, List<Effect> effects) {}

    /** Of every fitted candidate that was begun from another fitted one. */
    @Transactional
    public List<EffectsView> effects(long briefId) {
        Brief brief = briefs.get(briefId);
        List<EffectsView> views = new ArrayList<>();
        if (brief.parts() == null) return views;
        byte[] outcome = candidates.outcomes(brief, Splits.of(brief).validation());
        Cut cut = Cut.findById(briefId);
        double depth = cut != null && cut.records > 0 ? cut.records / outcome.length : PLAIN_DEPTH;
        List<Comparisons.Entry> entries = comparisons.entries(brief, null);
        for (Comparisons.Entry now : entries) {
            Long begunFrom = now.candidate().basedOn;
            for (Comparisons.Entry before : entries) {
                if (!before.candidate().id.equals(begunFrom)) continue;
                views.add(new EffectsView(
                        now.candidate().id, begunFrom, depth, effects(brief, List.of(now, before), depth)));
            }
        }
        return views;
    }

    private List<Effect> effects(Brief brief, List<Comparisons.Entry> both, double depth) {
        Comparisons.Entry mine = both.get(0);
        Comparisons.Entry theirs = both.get(1);
        List<Effect> effects = new ArrayList<>();
        AucDoubt.Difference auc = mine.scores().doubt().minus(theirs.scores().doubt());
        if (auc.standardError() != null) {
            double half = Normal.Z95 * auc.standardError();
            effects.add(new Effect(
                    "auc",
                    auc.difference(),
                    auc.difference() - half,
                    auc.difference() + half,
                    Verdict.of(auc.difference(), auc.pValue()).words()));
        }
        double rank = depth * mine.ranking().total();
        AgainstLeader.At at = intervals.against(brief, both, 1).at(0, mine.at(rank), theirs.at(rank), mine.money());
        effects.add(effect("capture", at.capture()));
        effects.add(effect("precision", at.precision()));
        effects.add(effect("netValue", at.netValue()));
        return effects;
    }

    private static Effect effect(String term, AgainstLeader.Difference found) {
        Verdict verdict = found.low() > 0 ? Verdict.AHEAD : found.high() < 0 ? Verdict.BEHIND : Verdict.NOT_SEPARABLE;
        return new Effect(term, found.difference(), found.low(), found.high(), verdict.words());
    }
}
