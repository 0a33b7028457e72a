package outrider.uncertainty;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/**
 * How much better than in truth the figures at a best cut look because the cut was chosen on the same records: the mean, over resamples,
 * of what the figures at the resample's own best cut are there less what they are at the same score on the records (Efron 1983, applied to
 * the choice of a threshold).
 *
 * @param capture and the others in the figure's own unit, {@code gain} for the records of the data; at least 0
 */
public record CutOptimism(double capture, double lift, double precision, double gain) {
    private static final int RESAMPLES = 200;

    /**
     * O(resamples · records).
     *
     * @param most records of the data that a cut may act on, or null for no limit
     * @param planned event rate, NaN for the sample's own
     */
    public static CutOptimism of(
            IndexedRanking ranked,
            Sample sample,
            Stakes stakes,
            @Nullable Capacity most,
            double planned,
            Seeds seeds,
            Workers workers) {
        Ranking ranking = ranked.ranking();
        double rate = new NetValue(ranking, stakes, planned).planned();
        double capacity = most == null ? ranking.total() : most.ranks(ranking.total(), ranking.weighted());
        int[] at = new int[RESAMPLES];
        List<Drawn> here = new ArrayList<>();
        for (int i = 0; i < 2; i++) here.add(empty(ranking));
        Drawn chosen = here.get(0);
        Drawn truth = here.get(1);
        Resampler.Plan way = new Resampler.Plan(Resampler.plain(sample), RESAMPLES);
        List<Segments> single = List.of(Segments.single(ranking));
        Resampler.run(List.of(ranked), single, sample, seeds, "choice", way, workers, (k, resample, r) -> {
            NetValue.Worth worth = NetValue.worth(stakes, rate, resample.total(), resample.totalEvents());
            at[r] = best(resample, worth, capacity * resample.total() / ranking.total());
            fill(chosen, r, resample.total(), resample.totalEvents());
            reach(chosen, r, resample.records(at[r]), resample.events(at[r]), resample.valued(at[r]));
            fill(truth, r, ranking.total(), ranking.totalEvents());
            reach(truth, r, ranking.size(at[r]), ranking.events(at[r]), ranking.valued(at[r]));
        });
        return new CutOptimism(
                mean(chosen.capture(), truth.capture()),
                mean(chosen.lift(rate), truth.lift(rate)),
                mean(chosen.precision(rate), truth.precision(rate)),
                mean(chosen.gain(stakes, rate), truth.gain(stakes, rate)));
    }

    private static Drawn empty(Ranking ranking) {
        return new Drawn(
                Double.NaN,
                ranking.total(),
                new double[RESAMPLES],
                new double[RESAMPLES],
                new double[RESAMPLES],
                new double[RESAMPLES],
                new double[RESAMPLES]);
    }

    private static void fill(Drawn drawn, int r, double total, double events) {
        drawn.total()[r] = total;
        drawn.totalEvents()[r] = events;
    }

    private static void reach(Drawn drawn, int r, double acted, double events, double valued) {
        double[] records = drawn.acted();
        if (records != null) records[r] = acted;
        drawn.events()[r] = events;
        drawn.valued()[r] = valued;
    }

    /** The last group acted on at the resample's best cut; 0 for nobody. */
    private static int best(Resample resample, NetValue.Worth worth, double capacity) {
        int best = 0;
        double most = 0;
        for (int run = 1; run <= resample.runs() && resample.records(run) <= capacity; run++) {
            double gain = worth.of(resample.records(run), resample.events(run), resample.valued(run));
            if (gain <= most) continue;
            most = gain;
            best = run;
        }
        return best;
    }

    private static double mean(double[] chosen, double[] truth) {
        double sum = 0;
        int defined = 0;
        for (int r = 0; r < chosen.length; r++) {
            double excess = chosen[r] - truth[r];
            if (Double.isNaN(excess)) continue;
            sum += excess;
            defined++;
        }
        return defined == 0 ? 0 : Math.max(0, sum / defined);
    }
}
