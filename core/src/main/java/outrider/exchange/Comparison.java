package outrider.exchange;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;
import outrider.uncertainty.Verdict;

/**
 * Candidates of one brief side by side on validation: put in order by the deciding measure, references last; a leader; and at any cut
 * their figures, intervals and verdicts. Screen, report and commands read from here. Immutable; thread safe.
 */
public final class Comparison {

    /**
     * One fitted candidate as it is compared.
     *
     * @param id whatever tells it from the others
     */
    public record Candidate(long id, String name, boolean reference, ValidationScores scored) {}

    /**
     * What candidates are compared by.
     *
     * @param plannedRate NaN for validation's own
     * @param capacity or null
     * @param deciding null for what decides where nobody chose
     */
    public record Terms(
            Stakes stakes,
            double plannedRate,
            @Nullable Capacity capacity,
            @Nullable DecidingMeasure deciding,
            long seed) {
        public DecidingMeasure decidingMeasure() {
            return deciding == null ? DecidingMeasure.plain(stakes, capacity) : deciding;
        }
    }

    private final Terms terms;
    private final List<Candidate> candidates;
    private final List<NetValue> money;
    private final List<AucComparison> byAuc;
    private final int leader;
    private final boolean named;
    private final Workers workers;

    private Comparison(Terms terms, List<Candidate> candidates, @Nullable Long leaderId, Workers workers) {
        this.terms = terms;
        this.workers = workers;
        DecidingMeasure deciding = terms.decidingMeasure();
        NetValue[] own = candidates.stream()
                .map(e -> new NetValue(e.scored().validation(), terms.stakes(), terms.plannedRate()))
                .toArray(NetValue[]::new);
        double[] decides = IntStream.range(0, own.length)
                .parallel()
                .mapToDouble(i -> deciding.of(candidates.get(i).scored().validation(), own[i], terms.capacity()))
                .toArray();
        List<Integer> order = IntStream.range(0, own.length)
                .boxed()
                .sorted(Comparator.comparing((Integer i) -> candidates.get(i).reference())
                        .thenComparing(i -> -decides[i])
                        .thenComparing(
                                i -> -candidates.get(i).scored().uncertainty().auc())
                        .thenComparing(i -> i))
                .toList();
        this.candidates = order.stream().map(candidates::get).toList();
        money = order.stream().map(i -> own[i]).toList();
        int found = leaderId == null ? -1 : index(leaderId);
        named = found >= 0;
        leader = named ? found : 0;
        List<AucUncertainty> uncertainties =
                this.candidates.stream().map(e -> e.scored().uncertainty()).toList();
        byAuc = candidates.isEmpty()
                ? List.of()
                : AucComparison.of(uncertainties, leader, named, tooFew(), sample().events());
    }

    /**
     * O(k² n) for k candidates on n records where nobody named the leader, else O(k n).
     *
     * @param candidates all on the same records; of candidates that are equal in all that decides, the first stays first
     * @param leaderId whom somebody named as leader; null, or one that is not there, takes the first in order
     */
    public static Comparison of(Terms terms, List<Candidate> candidates, @Nullable Long leaderId, Workers workers) {
        return new Comparison(terms, candidates, leaderId, workers);
    }

    /** Best first, references last. */
    public List<Candidate> candidates() {
        return candidates;
    }

    public Terms terms() {
        return terms;
    }

    /** Index of a candidate, −1 where it is not there. */
    public int index(long id) {
        for (int i = 0; i < candidates.size(); i++) if (candidates.get(i).id() == id) return i;
        return -1;
    }

    public int leader() {
        return leader;
    }

    /** Whether somebody named the leader; else the deciding measure chose it, on these records. */
    public boolean leaderNamed() {
        return named;
    }

    public Ranking ranking(int i) {
        return candidates.get(i).scored().validation();
    }

    public NetValue money(int i) {
        return money.get(i);
    }

    public AucComparison byAuc(int i) {
        return byAuc.get(i);
    }

    private Sample sample() {
        return candidates.get(0).scored().sample();
    }

    /** Whether validation holds too little for any difference. */
    public boolean tooFew() {
        return Verdict.tooFew(sample());
    }

    public double deciding(int i) {
        return terms.decidingMeasure().of(ranking(i), money.get(i), terms.capacity());
    }

    /** The cut of its highest net value within the capacity. */
    public NetValue.Cut best(int i) {
        return money.get(i).best(terms.capacity());
    }

    private List<IndexedRanking> ranked() {
        return candidates.stream().map(e -> e.scored().ranked()).toList();
    }

    /**
     * Everything at one cut, intervals drawn at that very cut.
     *
     * @param rank 0 … N
     */
    public CutComparison at(double rank) {
        CutDraws draws = CutDraws.at(ranked(), rank, sample(), new Seeds(terms.seed()), workers);
        return CutComparison.of(ranked(), money, draws, leader, named);
    }

    /** One candidate's figures at a cut of its own. */
    public CutFigures at(int i, double rank) {
        CutDraws draws = CutDraws.at(
                List.of(candidates.get(i).scored().ranked()), rank, sample(), new Seeds(terms.seed()), workers);
        return CutFigures.of(ranking(i), money.get(i), rank, draws.single(0));
    }

    /** What one candidate at its cut gains over another at another cut, on the same resamples. */
    public CutComparison.@Nullable Difference gainAhead(int i, double rank, int j, double otherRank) {
        CutDraws draws = CutDraws.of(
                List.of(
                        candidates.get(i).scored().ranked(),
                        candidates.get(j).scored().ranked()),
                new double[] {rank, otherRank},
                sample(),
                new Seeds(terms.seed()),
                workers);
        CutDraws.Pair pair = draws.pair(0, 1);
        return CutComparison.difference(
                money.get(i).gainAt(rank),
                money.get(j).gainAt(otherRank),
                pair.first().gain(terms.stakes(), money.get(i).planned()),
                pair.second().gain(terms.stakes(), money.get(j).planned()));
    }

    /** Of the first by the deciding measure for having been chosen among those that are no reference; null for fewer than two. */
    public @Nullable Double optimism() {
        int own = (int) candidates.stream().filter(e -> !e.reference()).count();
        if (own < 2) return null;
        return terms.decidingMeasure()
                .optimism(
                        ranked().subList(0, own),
                        candidates.stream()
                                .limit(own)
                                .map(e -> e.scored().uncertainty())
                                .toList(),
                        money.subList(0, own),
                        terms.capacity(),
                        sample(),
                        new Seeds(terms.seed()),
                        workers);
    }

    /** For each candidate whether its AUC is ahead of the best reference's, Holm-adjusted; null for references and without one. */
    public Boolean[] beatsReference() {
        Boolean[] beats = new Boolean[candidates.size()];
        int reference = bestReference();
        if (reference < 0) return beats;
        AucUncertainty theirs = candidates.get(reference).scored().uncertainty();
        int own = (int) candidates.stream().filter(e -> !e.reference()).count();
        List<AucUncertainty.Difference> differences = candidates.stream()
                .limit(own)
                .map(e -> e.scored().uncertainty().minus(theirs))
                .toList();
        Double[] adjusted = Verdict.holm(
                differences.stream().map(AucUncertainty.Difference::pValue).toArray(Double[]::new));
        for (int i = 0; i < own; i++) {
            beats[i] = Verdict.of(differences.get(i).difference(), adjusted[i]) == Verdict.AHEAD;
        }
        return beats;
    }

    /** Index of the reference with the highest AUC; −1 without one. */
    public int bestReference() {
        int best = -1;
        for (int i = 0; i < candidates.size(); i++) {
            if (!candidates.get(i).reference()) continue;
            if (best < 0
                    || candidates.get(i).scored().uncertainty().auc()
                            > candidates.get(best).scored().uncertainty().auc()) best = i;
        }
        return best;
    }
}
