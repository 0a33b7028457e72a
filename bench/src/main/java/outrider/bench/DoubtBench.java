package outrider.bench;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.AucComparison;
import outrider.exchange.CutComparison;
import outrider.rank.IndexedRanking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Band;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;

/**
 * All intervals and paired verdicts of 8 candidates on 1,000,000 records, from their bare scores, beside {@code
 * Arrays.parallelSort} of the same 8 columns; the two take turns.
 */
public final class DoubtBench {
    private static final int RECORDS = 1_000_000;
    private static final int CANDIDATES = 8;
    private static final int ROUNDS = 9;
    private static final double CUT = 83_000;

    private DoubtBench() {}

    public static void main(String[] args) {
        RandomStream random = new Seeds(1).stream("doubt");
        double[][] scores = new double[CANDIDATES][RECORDS];
        byte[] outcome = new byte[RECORDS];
        for (int i = 0; i < RECORDS; i++) {
            double risk = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.2 * risk)) ? 1 : 0);
            for (int c = 0; c < CANDIDATES; c++) {
                scores[c][i] = 1 / (1 + Math.exp(3 - 1.2 * (risk + 0.1 * (c + 1) * random.nextGaussian())));
            }
        }
        double[] sorts = new double[ROUNDS];
        double[] doubts = new double[ROUNDS];
        for (int round = 0; round < ROUNDS; round++) {
            long start = System.nanoTime();
            for (double[] column : scores) Arrays.parallelSort(column.clone());
            long sorted = System.nanoTime();
            intervals(scores, outcome);
            sorts[round] = (sorted - start) / 1e6;
            doubts[round] = (System.nanoTime() - sorted) / 1e6;
        }
        Arrays.sort(sorts);
        Arrays.sort(doubts);
        System.out.printf(
                "intervals and verdicts of %d x %,d: median %.0f ms; parallelSort of the %d columns: median %.0f ms; ratio %.2f"
                        + " (aim: at most 5)%n",
                CANDIDATES,
                RECORDS,
                doubts[ROUNDS / 2],
                CANDIDATES,
                sorts[ROUNDS / 2],
                doubts[ROUNDS / 2] / sorts[ROUNDS / 2]);
    }

    /** AUC and bounds along the depths of each, then everything that is told at one cut, all pairs adjusted together. */
    private static void intervals(double[][] scores, byte[] outcome) {
        Workers workers = new Workers(Runtime.getRuntime().availableProcessors());
        Sample sample = Sample.of(outcome);
        IndexedRanking[] placed = new IndexedRanking[CANDIDATES];
        AucUncertainty[] auc = new AucUncertainty[CANDIDATES];
        NetValue[] money = new NetValue[CANDIDATES];
        Seeds seeds = new Seeds(1);
        workers.each(CANDIDATES, c -> {
            placed[c] = IndexedRanking.of(scores[c], outcome, null, null);
            auc[c] = AucUncertainty.of(placed[c], sample);
            money[c] = new NetValue(placed[c].ranking(), new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN);
            Band.of(placed[c], sample, money[c], seeds, Workers.ALONE);
        });
        AucComparison.of(Arrays.asList(auc), 0, false, false, sample.events());
        CutDraws draws = CutDraws.at(Arrays.asList(placed), CUT, sample, seeds, workers);
        CutComparison.of(Arrays.asList(placed), Arrays.asList(money), draws, 0, false);
    }
}
