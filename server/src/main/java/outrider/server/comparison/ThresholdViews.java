package outrider.server.comparison;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.Comparison;
import outrider.learn.Learner;
import outrider.learn.TrainingScores;
import outrider.measure.BestOfEach;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.candidate.ScoreSet;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.split.Folds;
import outrider.stakes.Capacity;
import outrider.stakes.CrossValidatedCut;
import outrider.stakes.Frontier;
import outrider.stakes.Inverse;
import outrider.stakes.NetValue;
import outrider.stakes.Sensitivity;
import outrider.stakes.Stakes;
import outrider.stakes.StakesParameter;
import outrider.uncertainty.Sample;

/** What helps to choose a threshold: best of each measure, thresholds from training, and how the choice hangs on the stakes. */
@ApplicationScoped
public class ThresholdViews {
    private static final int FOLDS = 5;
    private static final double NEARLY_ALL = 0.95;

    /** About so many bytes an answer takes. */
    private static final long BYTES = 8000;

    private final Briefs briefs;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;
    private final Kept<List<?>, ThresholdView> thresholds = Caches.CANDIDATES.make(known -> BYTES);
    private final Kept<List<?>, SensitivityView> maps = Caches.CANDIDATES.make(known -> BYTES);
    private final Kept<List<?>, InverseView> answers = Caches.CANDIDATES.make(known -> BYTES);

    ThresholdViews(Briefs briefs, Candidates candidates, Comparisons comparisons, ValidationUses validationUse) {
        this.validationUse = validationUse;
        this.briefs = briefs;
        this.candidates = candidates;
        this.comparisons = comparisons;
    }

    /** A measure's maximum; {@code value} null where it is undefined everywhere, {@code threshold} for acting on nobody. */
    public record BestView(
            String measure,
            @Nullable Double value,
            @Nullable Double threshold,
            @Nullable Double records) {}

    /** A threshold found elsewhere, tried on validation. {@code gain} over nobody. */
    public record TriedView(@Nullable Double threshold, double records, double gain) {}

    /**
     * The threshold that folds of training choose, and what it gives on validation.
     *
     * @param onValidation the middle threshold of the folds, tried on validation
     * @param lowest and {@code highest} of the folds' thresholds; null where a fold acts on nobody
     */
    public record CrossValidatedView(
            CrossValidatedCut cut,
            @Nullable Double lowest,
            @Nullable Double highest,
            TriedView onValidation) {}

    /**
     * Where the best cuts of a candidate lie.
     *
     * @param crossValidated null where no scores of training were made by models that did not see it
     * @param accuracyOfNobody what acting on nobody reaches
     * @param fewAndRight records of the cut with the highest F0.5; {@code nearlyAll} of the first that captures
     *     {@code nearlyAllShare}
     */
    public record ThresholdView(
            long candidate,
            List<BestView> best,
            double accuracyOfNobody,
            @Nullable CrossValidatedView crossValidated,
            double fewAndRight,
            double nearlyAll,
            double nearlyAllShare) {}

    @ActivateRequestContext
    public ThresholdView threshold(long briefId, long candidateId) {
        Brief brief = briefs.get(briefId);
        Comparisons.Compared compared = comparisons.of(brief, null);
        validationUse.looked(brief, compared);
        return thresholds.get(
                List.of(compared.key(), candidateId, brief.seed), k -> threshold(brief, compared, candidateId));
    }

    private ThresholdView threshold(Brief brief, Comparisons.Compared compared, long candidateId) {
        int mine = compared.index(candidateId);
        Ranking ranking = compared.comparison().ranking(mine);
        var best = BestOfEach.of(ranking);
        List<BestView> rows = new ArrayList<>();
        best.forEach((measure, found) -> rows.add(new BestView(
                measure,
                found.value(),
                found.threshold(),
                found.value() == null
                        ? null
                        : found.threshold() == null ? 0 : ranking.size(ranking.pointAtThreshold(found.threshold())))));
        Double few = requireNonNull(best.get("fHalf")).threshold();
        int all = 0;
        while (ranking.events(all) < NEARLY_ALL * ranking.totalEvents() - 1e-9) all++;
        return new ThresholdView(
                candidateId,
                rows,
                1 - ranking.baseRate(),
                crossValidated(brief, compared, mine),
                few == null ? 0 : ranking.size(ranking.pointAtThreshold(few)),
                ranking.size(all),
                NEARLY_ALL);
    }

    private @Nullable CrossValidatedView crossValidated(Brief brief, Comparisons.Compared compared, int mine) {
        Candidate candidate = compared.candidates().get(mine);
        int[] training = Splits.of(brief).training();
        ScoreSet set = candidate.kind.role() == Learner.Role.SUPPLIED ? ScoreSet.TRAINING : ScoreSet.OUT_OF_FOLD;
        double[] kept = candidates.scores(candidate.id, set, training.length);
        if (kept == null) return null;
        TrainingScores unseen = TrainingScores.unseen(training, kept, () -> kept);
        int[] rows = unseen.rows();
        Sample sample = candidates.sample(brief, rows);
        int[] units = candidates.units(brief);
        int[] unit = IntStream.range(0, rows.length)
                .map(i -> units == null ? i : units[rows[i]])
                .toArray();
        Folds folds = Folds.most(sample.outcome(), unit, FOLDS, brief.seed);
        if (folds == null) return null;
        CrossValidatedCut cut = CrossValidatedCut.of(
                new CrossValidatedCut.Scored(
                        unseen.scores(), sample.outcome(), sample.weight(), sample.value(), folds.fold()),
                brief.stakes,
                brief.campaign.plannedRateOrNone(),
                brief.campaign.capacityShare());
        List<Double> thresholds =
                cut.folds().stream().map(CrossValidatedCut.Fold::threshold).toList();
        boolean somebody = thresholds.stream().allMatch(t -> t != null);
        return new CrossValidatedView(
                cut,
                somebody ? thresholds.stream().min(Double::compare).orElse(null) : null,
                somebody ? thresholds.stream().max(Double::compare).orElse(null) : null,
                tried(compared.comparison(), mine, cut.threshold()));
    }

    private static TriedView tried(Comparison comparison, int mine, @Nullable Double threshold) {
        Ranking ranking = comparison.ranking(mine);
        double records = threshold == null ? 0 : ranking.size(ranking.pointAtThreshold(threshold));
        return new TriedView(threshold, records, comparison.money(mine).gainAt(records));
    }

    /**
     * Which candidate leads under which stakes.
     *
     * @param map null where one side of the cost ratio is 0; its winners count along {@code candidates}
     */
    public record SensitivityView(
            List<Long> candidates, @Nullable Sensitivity map) {}

    @ActivateRequestContext
    public SensitivityView sensitivity(long briefId) {
        Brief brief = briefs.get(briefId);
        Comparisons.Compared compared = comparisons.of(brief, null);
        validationUse.looked(brief, compared);
        return maps.get(compared.key(), k -> sensitivity(brief, compared));
    }

    private static SensitivityView sensitivity(Brief brief, Comparisons.Compared compared) {
        return new SensitivityView(
                compared.candidates().stream().map(c -> c.id).toList(),
                Sensitivity.of(
                        rankings(compared),
                        brief.stakes,
                        brief.campaign.plannedRateOrNone(),
                        brief.campaign.capacityShare()));
    }

    /**
     * An amount at which something changes.
     *
     * @param amount null where none in reach does it
     * @param candidate who is best beyond it
     */
    public record AnswerView(
            String parameter, double now, @Nullable Double amount, Long candidate) {}

    /**
     * Which stakes would move the cut, and at which another candidate leads.
     *
     * @param bestRecords where the asked candidate's best cut lies now
     * @param depth amounts at which it lies at the asked depth or beyond; {@code withinCapacity} whether it may
     * @param leading who has the best net value now
     * @param takeovers amounts at which another one does, above and below the present one
     */
    public record InverseView(
            double bestRecords,
            List<AnswerView> depth,
            boolean withinCapacity,
            long leading,
            List<AnswerView> takeovers) {}

    /** @param records the asked depth, in records of validation */
    @ActivateRequestContext
    public InverseView inverse(long briefId, long candidateId, double records) {
        Brief brief = briefs.get(briefId);
        Comparisons.Compared compared = comparisons.of(brief, null);
        validationUse.looked(brief, compared);
        Ranking mine = compared.comparison().ranking(compared.index(candidateId));
        double total = mine.total();
        if (!(records >= 0 && records <= total)) throw BadInput.of("records", "is " + records, "give 0 to " + total);
        return answers.get(
                List.of(compared.key(), candidateId, records), k -> inverse(brief, compared, candidateId, records));
    }

    private static InverseView inverse(Brief brief, Comparisons.Compared compared, long candidateId, double records) {
        Ranking mine = compared.comparison().ranking(compared.index(candidateId));
        double total = mine.total();
        Stakes stakes = brief.stakes;
        double planned = brief.campaign.plannedRateOrNone();
        Capacity capacity = brief.campaign.capacityShare();
        Frontier own = Frontier.of(mine, capacity);
        List<Frontier> all =
                rankings(compared).stream().map(r -> Frontier.of(r, capacity)).toList();
        List<Long> ids = compared.candidates().stream().map(c -> c.id).toList();
        List<AnswerView> depth = Arrays.stream(StakesParameter.values())
                .map(parameter -> view(Inverse.depth(own, stakes, planned, records, parameter), List.of(candidateId)))
                .toList();
        List<AnswerView> takeovers = Arrays.stream(StakesParameter.values())
                .flatMap(parameter -> Inverse.takeovers(all, stakes, planned, parameter).stream())
                .map(answer -> view(answer, ids))
                .toList();
        return new InverseView(
                new NetValue(mine, stakes, planned).best(capacity).records(),
                depth,
                capacity == null || records <= capacity.ranks(total, mine.weighted()),
                ids.get(Inverse.winner(all, stakes, planned)),
                takeovers);
    }

    private static AnswerView view(Inverse.Answer answer, List<Long> ids) {
        return new AnswerView(answer.parameter().jsonName(), answer.now(), answer.amount(), ids.get(answer.winner()));
    }

    private static List<Ranking> rankings(Comparisons.Compared compared) {
        return IntStream.range(0, compared.candidates().size())
                .mapToObj(compared.comparison()::ranking)
                .toList();
    }
}
