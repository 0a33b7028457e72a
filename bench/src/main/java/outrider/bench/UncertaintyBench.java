package outrider.bench;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.AucComparison;
import outrider.exchange.CutComparison;
import outrider.rank.IndexedRanking;
import outrider.split.RecordWeights;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Band;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;

/**
 * All intervals and paired verdicts of candidates on many records, from their bare scores, beside {@code Arrays.parallelSort} of the same
 * columns; the two take turns. Records that stand alone, that weigh differently, and that belong to customers of four.
 */
public final class UncertaintyBench {
    private static final int CANDIDATES = 8;
    private static final int FEW_CANDIDATES = 4;
    private static final int ROUNDS = 9;
    private static final int FEW_ROUNDS = 3;
    private static final double SHARE = 0.083;

    private UncertaintyBench() {}

    public static void main(String[] args) {
        time("records that stand alone", new Drawn(1_000_000, CANDIDATES, false, 1), ROUNDS, " (aim: at most 5)");
        time("weighed records", new Drawn(250_000, FEW_CANDIDATES, true, 1), FEW_ROUNDS, "");
        time("customers of four records", new Drawn(250_000, FEW_CANDIDATES, false, 4), FEW_ROUNDS, "");
    }

    private static void time(String what, Drawn drawn, int rounds, String aim) {
        double[] sorts = new double[rounds];
        double[] uncertainties = new double[rounds];
        for (int round = 0; round < rounds; round++) {
            long start = System.nanoTime();
            for (double[] column : drawn.scores) Arrays.parallelSort(column.clone());
            long sorted = System.nanoTime();
            intervals(drawn);
            sorts[round] = (sorted - start) / 1e6;
            uncertainties[round] = (System.nanoTime() - sorted) / 1e6;
        }
        Arrays.sort(sorts);
        Arrays.sort(uncertainties);
        double ours = uncertainties[rounds / 2];
        double theirs = sorts[rounds / 2];
        System.out.printf(
                "intervals and verdicts of %d x %,d, %s: median %.0f ms; parallelSort of the columns: median %.0f ms; ratio %.2f%s%n",
                drawn.scores.length, drawn.sample.size(), what, ours, theirs, ours / theirs, aim);
    }

    /** Candidates that see one risk through more and more noise. */
    private static final class Drawn {
        final double[][] scores;
        final Sample sample;

        Drawn(int records, int candidates, boolean weighed, int each) {
            RandomStream random = new Seeds(1).stream("uncertainty");
            scores = new double[candidates][records];
            byte[] outcome = new byte[records];
            double[] weight = weighed ? new double[records] : null;
            int[] unit = each == 1 ? null : new int[records];
            for (int i = 0; i < records; i++) {
                double risk = random.nextGaussian();
                outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.2 * risk)) ? 1 : 0);
                for (int c = 0; c < candidates; c++) {
                    scores[c][i] = 1 / (1 + Math.exp(3 - 1.2 * (risk + 0.1 * (c + 1) * random.nextGaussian())));
                }
                if (weight != null) weight[i] = Math.exp(0.8 * random.nextGaussian());
                if (unit != null) unit[i] = i / each;
            }
            sample = new Sample(outcome, null, weight == null ? null : RecordWeights.even(weight), unit);
        }
    }

    /** AUC and bounds along the depths of each, then everything that is told at one cut, all pairs adjusted together. */
    private static void intervals(Drawn drawn) {
        Workers workers = new Workers(Runtime.getRuntime().availableProcessors());
        Sample sample = drawn.sample;
        int candidates = drawn.scores.length;
        IndexedRanking[] ranked = new IndexedRanking[candidates];
        AucUncertainty[] auc = new AucUncertainty[candidates];
        NetValue[] money = new NetValue[candidates];
        Seeds seeds = new Seeds(1);
        workers.each(candidates, c -> {
            ranked[c] = sample.ranked(drawn.scores[c]);
            auc[c] = AucUncertainty.of(ranked[c], sample);
            money[c] = new NetValue(ranked[c].ranking(), new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN);
            Band.of(ranked[c], sample, money[c], seeds, Workers.ALONE);
        });
        AucComparison.of(Arrays.asList(auc), 0, false, false, sample.events());
        CutDraws draws = CutDraws.at(Arrays.asList(ranked), SHARE * sample.size(), sample, seeds, workers);
        CutComparison.of(Arrays.asList(ranked), Arrays.asList(money), draws, 0, false);
    }
}
