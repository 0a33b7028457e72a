package outrider.bench;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.exchange.AgainstLeader;
import outrider.rank.Placed;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/**
 * All intervals and paired verdicts of 8 candidates on 1,000,000 records, from their bare scores, beside {@code
 * Arrays.parallelSort} of the same 8 columns; the two take turns.
 */
public final class DoubtBench {
    private static final int RECORDS = 1_000_000;
    private static final int CANDIDATES = 8;
    private static final int ROUNDS = 9;

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

    private static void intervals(double[][] scores, byte[] outcome) {
        Workers workers = new Workers(Runtime.getRuntime().availableProcessors());
        Placed[] placed = new Placed[CANDIDATES];
        AucDoubt[] auc = new AucDoubt[CANDIDATES];
        PairedBand.Side[] sides = new PairedBand.Side[CANDIDATES];
        Seeds seeds = new Seeds(1);
        workers.each(CANDIDATES, c -> {
            placed[c] = Placed.of(scores[c], outcome, null, null);
            auc[c] = AucDoubt.of(placed[c], outcome);
            auc[c].interval();
            Bootstrap.along(placed[c].ranking(), Depths.all(), seeds.stream("bootstrap/" + c));
            sides[c] = new PairedBand.Side(placed[c], Depths.all());
        });
        workers.each(CANDIDATES - 1, c -> auc[c + 1].minus(auc[0]));
        NetValue money = new NetValue(placed[0].ranking(), new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN);
        AgainstLeader.of(0, Arrays.asList(sides), outcome, null, money.worth(), seeds, workers);
    }
}
