package outrider.check;

import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.rank.Ranking;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.TextColumn;

/**
 * How well the levels of one column rank the outcome (METHODS section 9): a record gets its level's event rate in the other folds,
 * smoothed, so that a level nobody else has says nothing.
 */
final class LevelRanking {
    private static final int FOLDS = 5;
    private static final double PRIOR = 20;

    private LevelRanking() {}

    /** The mean of the folds' AUCs, at least 0.5; 0.5 where no fold holds both outcomes. O(records + folds · levels). */
    static double auc(Column column, int[] rows, byte[] outcome, int @Nullable [] unit) {
        int[] codes = column instanceof CategoryColumn c ? c.codes() : ((TextColumn) column).codes();
        int levels = (column instanceof CategoryColumn c ? c.levels() : ((TextColumn) column).texts()).size();
        Seeds seeds = new Seeds(0);
        int[] place = new int[rows.length];
        byte[] fold = new byte[rows.length];
        int[][] records = new int[FOLDS + 1][levels + 1];
        int[][] events = new int[FOLDS + 1][levels + 1];
        double allEvents = 0;
        for (int i = 0; i < rows.length; i++) {
            int row = rows[i];
            place[i] = codes[row] < 0 ? levels : codes[row];
            fold[i] = (byte) seeds.fast(unit == null ? row : unit[row]).nextInt(FOLDS);
            for (int f : new int[] {fold[i], FOLDS}) {
                records[f][place[i]]++;
                events[f][place[i]] += outcome[row];
            }
            allEvents += outcome[row];
        }
        double rate = allEvents / rows.length;
        double sum = 0;
        int counted = 0;
        for (int f = 0; f < FOLDS; f++) {
            int own = f;
            int[] members =
                    IntStream.range(0, rows.length).filter(i -> fold[i] == own).toArray();
            double[] score = new double[members.length];
            byte[] y = new byte[members.length];
            int hits = 0;
            for (int i = 0; i < members.length; i++) {
                int at = place[members[i]];
                int others = records[FOLDS][at] - records[f][at];
                score[i] = (events[FOLDS][at] - events[f][at] + PRIOR * rate) / (others + PRIOR);
                hits += y[i] = outcome[rows[members[i]]];
            }
            if (hits == 0 || hits == y.length) continue;
            sum += Ranking.of(score, y).auc();
            counted++;
        }
        return counted == 0 ? 0.5 : Math.max(0.5, sum / counted);
    }
}
