package outrider.uncertainty;

import java.util.List;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.stakes.NetValue;

/**
 * 95 % bootstrap bounds of one candidate along the depths, to be drawn: what is told at a cut comes from {@link CutDraws}. Shares from 0
 * to 1, gain over nobody in money for the data's records; a bound is NaN where it is undefined.
 */
public record Band(
        double[] depth,
        double[] captureLow,
        double[] captureHigh,
        double[] precisionLow,
        double[] precisionHigh,
        double[] gainLow,
        double[] gainHigh) {

    /** O(replicates · (runs + depths)), or for units O(replicates · records). */
    public static Band of(IndexedRanking ranked, Sample sample, NetValue money, Seeds seeds, Workers workers) {
        double[] depths = Depths.of(ranked.ranking());
        int k = depths.length;
        double records = ranked.ranking().total();
        Resampler.Plan way = Resampler.Plan.drawn(sample);
        int replicates = way.replicates();
        double[] total = new double[replicates];
        double[] totalEvents = new double[replicates];
        double[][] events = new double[k][replicates];
        double[][] valued = new double[k][replicates];
        Resampler.run(
                List.of(ranked),
                List.of(Segments.along(ranked.ranking())),
                sample,
                seeds,
                "band",
                way,
                workers,
                (candidate, resample, r) -> {
                    total[r] = resample.total();
                    totalEvents[r] = resample.totalEvents();
                    for (int d = 0; d < k; d++) {
                        resample.at(depths[d] * resample.total());
                        events[d][r] = resample.reachedEvents;
                        valued[d][r] = resample.reachedValue;
                    }
                });
        double[][] low = new double[3][k];
        double[][] high = new double[3][k];
        workers.each(k, d -> {
            Drawn drawn = new Drawn(depths[d], records, total, totalEvents, events[d], valued[d]);
            double[][] figures = {
                drawn.capture(), drawn.precision(money.planned()), drawn.gain(money.stakes(), money.planned())
            };
            for (int f = 0; f < figures.length; f++) {
                Drawn.Bounds bounds = Drawn.bounds(figures[f]);
                low[f][d] = bounds.low() == null ? Double.NaN : bounds.low();
                high[f][d] = bounds.high() == null ? Double.NaN : bounds.high();
            }
        });
        return new Band(depths, low[0], high[0], low[1], high[1], low[2], high[2]);
    }
}
