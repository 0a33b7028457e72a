package outrider.uncertainty;

import java.util.List;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.measure.PartialAuc;
import outrider.rank.IndexedRanking;

/** Resamples of figures of whole rankings, all candidates on the same ones. */
public final class FigureDraws {
    private interface Figure {
        double of(Resample resample);
    }

    private FigureDraws() {}

    /** Average precision, by candidate and replicate. */
    public static double[][] averagePrecision(
            List<IndexedRanking> ranked, Sample sample, Seeds seeds, Workers workers) {
        return draw(ranked, sample, seeds, workers, FigureDraws::averagePrecision);
    }

    /** Partial AUC up to a false-positive rate, by candidate and replicate. */
    public static double[][] partialAuc(
            List<IndexedRanking> ranked, double upTo, Sample sample, Seeds seeds, Workers workers) {
        return draw(ranked, sample, seeds, workers, of -> PartialAuc.along(of.runs(), of::records, of::events, upTo));
    }

    private static double[][] draw(
            List<IndexedRanking> ranked, Sample sample, Seeds seeds, Workers workers, Figure figure) {
        Resampler.Plan way = Resampler.plain(sample) ? Resampler.Plan.drawn(sample) : Resampler.Plan.together(sample);
        double[][] drawn = new double[ranked.size()][way.replicates()];
        List<Segments> along =
                ranked.stream().map(p -> Segments.along(p.ranking())).toList();
        Resampler.run(
                ranked,
                Resampler.together(along, sample),
                sample,
                seeds,
                "figure",
                way,
                workers,
                (k, resample, r) -> drawn[k][r] = figure.of(resample));
        return drawn;
    }

    private static double averagePrecision(Resample of) {
        double sum = 0;
        for (int s = 1; s <= of.runs(); s++) {
            double more = of.events(s) - of.events(s - 1);
            if (more > 0) sum += more * of.events(s) / of.records(s);
        }
        return sum / of.totalEvents();
    }
}
