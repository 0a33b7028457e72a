package outrider.learn;

import java.util.Arrays;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.table.Table;

/** Scores many records in blocks, side by side. */
public final class Scoring {
    private static final int LARGEST = 4096;
    private static final int SMALLEST = 64;
    /** Records times learnt numbers of a block, so that a stop is heard soon whatever the model. */
    private static final long WORK = 500_000_000;

    private Scoring() {}

    /**
     * @param rows ascending
     * @return one finite score for each of {@code rows}
     * @throws BadInput if the table lacks what the model needs, or a record's score is not finite; it names the record
     */
    public static double[] of(Model model, Table table, int[] rows, Workers workers, Progress progress) {
        double[] score = new double[rows.length];
        int size = (int) Math.max(SMALLEST, Math.min(LARGEST, WORK / Math.max(1, model.size())));
        int blocks = (rows.length + size - 1) / size;
        workers.each(blocks, block -> {
            int from = block * size;
            int to = Math.min(rows.length, from + size);
            progress.checkpoint(from / (double) rows.length, "scoring");
            double[] part = model.score(table, Arrays.copyOfRange(rows, from, to));
            for (int i = 0; i < part.length; i++) {
                if (Double.isFinite(part[i])) continue;
                throw BadInput.atLine(
                        table.lineOf(rows[from + i]),
                        "score",
                        "is not a finite number",
                        "look for values far outside those of training in "
                                + String.join(
                                        ", ", model.columns().stream().limit(5).toList()));
            }
            System.arraycopy(part, 0, score, from, part.length);
        });
        return score;
    }
}
