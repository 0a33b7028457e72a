package outrider.uncertainty;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;

/**
 * Resamples of several candidates, each at a cut of its own, on the same records (METHODS section 4): at the very cut, whatever its
 * depth. What one candidate gets does not depend on which others are there. Immutable but for what it computes when first asked; thread
 * safe.
 */
public final class CutDraws {
    /** So many runs of a large sample's ranking are told apart around a cut: each is a third of a standard deviation long at most. */
    private static final int RUNS = 48;

    private static final int FINE = 160;

    private final List<IndexedRanking> ranked;
    private final double[] ranks;
    private final Sample sample;
    private final Seeds seeds;
    private final Workers workers;
    private final Map<List<Integer>, List<Drawn>> known = new ConcurrentHashMap<>();
    private final Map<List<Integer>, List<Drawn>> coarse = new ConcurrentHashMap<>();
    private final Map<List<Integer>, Pair> pairs = new ConcurrentHashMap<>();

    /** Two candidates on the same resamples. */
    public record Pair(Drawn first, Drawn second, Discordant discordant) {
        Pair turned() {
            Drawn now = second;
            Drawn then = first;
            return new Pair(now, then, discordant.turned());
        }
    }

    /**
     * Records that only one of two acts on, those of a tie group by their share.
     *
     * @param records all of them; {@code firstEvents} and {@code secondEvents} the events only the one or the other reaches
     */
    public record Discordant(double records, double firstEvents, double secondEvents) {
        Discordant turned() {
            double now = secondEvents;
            double then = firstEvents;
            return new Discordant(records, now, then);
        }
    }

    private CutDraws(List<IndexedRanking> ranked, double[] ranks, Sample sample, Seeds seeds, Workers workers) {
        this.ranked = ranked;
        this.ranks = ranks;
        this.sample = sample;
        this.seeds = seeds;
        this.workers = workers;
    }

    /**
     * @param ranks 0 … N, the cut of each candidate
     * @throws BadInput if a candidate is not scored on these records
     */
    public static CutDraws of(
            List<IndexedRanking> ranked, double[] ranks, Sample sample, Seeds seeds, Workers workers) {
        for (IndexedRanking one : ranked) {
            if (one.point().length != sample.size()) {
                throw BadInput.of("candidates", "are scored on different records", "compare them on the same part");
            }
        }
        return new CutDraws(List.copyOf(ranked), ranks.clone(), sample, seeds, workers);
    }

    /** All at the same cut. */
    public static CutDraws at(List<IndexedRanking> ranked, double rank, Sample sample, Seeds seeds, Workers workers) {
        double[] ranks = new double[ranked.size()];
        Arrays.fill(ranks, rank);
        return of(ranked, ranks, sample, seeds, workers);
    }

    /**
     * One candidate at a threshold, whose depth differs from resample to resample: for what is acted on by score, not by number.
     *
     * @param point of the ranking, the last that is acted on
     */
    public static Drawn atThreshold(IndexedRanking ranked, int point, Sample sample, Seeds seeds, Workers workers) {
        Ranking ranking = ranked.ranking();
        Resampler.Plan way = Resampler.Plan.told(sample);
        int replicates = way.replicates();
        Drawn drawn = new Drawn(
                ranking.size(point) / ranking.total(),
                ranking.total(),
                new double[replicates],
                new double[replicates],
                new double[replicates],
                new double[replicates],
                new double[replicates]);
        int run = point == 0 ? 0 : 1;
        List<Segments> apart = List.of(Segments.apart(ranking, point));
        Resampler.run(List.of(ranked), apart, sample, seeds, "threshold", way, workers, (k, resample, r) -> {
            drawn.total()[r] = resample.total();
            drawn.totalEvents()[r] = resample.totalEvents();
            drawn.events()[r] = resample.events(run);
            drawn.valued()[r] = resample.valued(run);
            requireNonNull(drawn.acted())[r] = resample.records(run);
        });
        return drawn;
    }

    public Sample sample() {
        return sample;
    }

    public double rank(int i) {
        return ranks[i];
    }

    /** One candidate. */
    public Drawn single(int i) {
        return Resampler.plain(sample) ? all().get(i) : drawn(List.of(i)).get(0);
    }

    /** Two candidates on the same resamples. */
    public Pair pair(int i, int j) {
        if (i > j) return pair(j, i).turned();
        return pairs.computeIfAbsent(List.of(i, j), both -> {
            List<Drawn> drawn = Resampler.plain(sample) ? List.of(all().get(i), all().get(j)) : drawn(both);
            return new Pair(drawn.get(0), drawn.get(1), discordant(i, j));
        });
    }

    /** Two candidates neither of which leads: where there are many records, from {@link #together}. */
    public Pair others(int i, int j) {
        return new Pair(together().get(i), together().get(j), discordant(i, j));
    }

    /** All candidates on the same resamples. */
    public List<Drawn> all() {
        return drawn(IntStream.range(0, ranked.size()).boxed().toList());
    }

    /** All candidates on the same resamples, for how their figures move together: of large samples fewer and coarser ones. */
    public List<Drawn> together() {
        if (Resampler.plain(sample)) return all();
        List<Integer> which = IntStream.range(0, ranked.size()).boxed().toList();
        return coarse.computeIfAbsent(
                which, all -> draw(all, Resampler.together(segments(all), sample), Resampler.Plan.together(sample)));
    }

    private List<Drawn> drawn(List<Integer> which) {
        return known.computeIfAbsent(which, some -> draw(some, segments(some), Resampler.Plan.told(sample)));
    }

    private List<Segments> segments(List<Integer> which) {
        double coarseness = sample.coarseness();
        boolean plain = Resampler.plain(sample);
        return which.stream()
                .map(i -> Segments.around(ranked.get(i).ranking(), ranks[i], coarseness))
                .map(around -> plain || around.size() <= FINE ? around : around.coarser(RUNS))
                .toList();
    }

    private List<Drawn> draw(List<Integer> which, List<Segments> segments, Resampler.Plan way) {
        List<IndexedRanking> chosen = which.stream().map(ranked::get).toList();
        List<Drawn> drawn = new ArrayList<>();
        int replicates = way.replicates();
        double[] total = new double[replicates];
        double[] totalEvents = new double[replicates];
        for (int i : which) {
            double records = ranked.get(i).ranking().total();
            drawn.add(new Drawn(
                    ranks[i] / records, records, total, totalEvents, new double[replicates], new double[replicates]));
        }
        Resampler.run(chosen, segments, sample, seeds, "cut", way, workers, (k, resample, r) -> {
            Drawn mine = drawn.get(k);
            if (k == 0) {
                total[r] = resample.total();
                totalEvents[r] = resample.totalEvents();
            }
            resample.at(mine.depth() * resample.total());
            mine.events()[r] = resample.reachedEvents;
            mine.valued()[r] = resample.reachedValue;
        });
        return drawn;
    }

    /** What only one of two candidates acts on; O(n). */
    public Discordant discordant(int i, int j) {
        double records = 0;
        double first = 0;
        double second = 0;
        double[] mine = shares(i);
        double[] theirs = shares(j);
        int[] a = ranked.get(i).point();
        int[] b = ranked.get(j).point();
        for (int record = 0; record < a.length; record++) {
            double difference = mine[a[record]] - theirs[b[record]];
            if (difference == 0) continue;
            records += Math.abs(difference);
            if (sample.outcome()[record] == 0) continue;
            if (difference > 0) first += difference;
            else second -= difference;
        }
        return new Discordant(records, first, second);
    }

    /** Of each tie group, how much lies above the cut. */
    private double[] shares(int i) {
        Ranking ranking = ranked.get(i).ranking();
        double[] share = new double[ranking.groups() + 1];
        for (int g = 1; g < share.length; g++) {
            double size = ranking.size(g) - ranking.size(g - 1);
            share[g] = Math.min(1, Math.max(0, (ranks[i] - ranking.size(g - 1)) / size));
        }
        return share;
    }
}
