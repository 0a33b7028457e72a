package outrider.learn;

import java.util.List;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Small made-up training data, and short ways to train on it. */
public final class Cases {
    private Cases() {}

    /** Numbers with gaps, levels, a date, a copy and a constant; the outcome bends and interacts. */
    public static TrainingData mixed(int n, long seed) {
        RandomStream random = new Seeds(seed).stream("mixed");
        double[] a = new double[n];
        double[] b = new double[n];
        double[] noise = new double[n];
        int[] level = new int[n];
        int[] day = new int[n];
        byte[] y = new byte[n];
        for (int i = 0; i < n; i++) {
            a[i] = Math.rint(100 * random.nextGaussian()) / 100;
            b[i] = random.nextDouble() < 0.2 ? Double.NaN : random.nextInt(7);
            noise[i] = random.nextGaussian();
            level[i] = random.nextDouble() < 0.05 ? -1 : random.nextInt(5);
            day[i] = random.nextDouble() < 0.05 ? DateColumn.MISSING : 20_000 + random.nextInt(300);
            double risk = a[i] * a[i]
                    - 2
                    + (level[i] == 2 ? 1 : 0)
                    + (Double.isNaN(b[i]) ? 0.8 : 0.2 * b[i] * (a[i] > 0 ? 1 : 0));
            y[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(-risk)) ? 1 : 0);
        }
        return data(
                y,
                new NumberColumn("a", a),
                new NumberColumn("b", b),
                new NumberColumn("noise", noise),
                new CategoryColumn("level", level, List.of("p", "q", "r", "s", "t")),
                new DateColumn("day", day),
                new NumberColumn("copy of a", a),
                new NumberColumn("constant", new double[n]));
    }

    public static TrainingData data(byte[] y, Column... columns) {
        Table table = new Table(List.of(columns), null);
        List<String> inputs = table.columns().stream().map(Column::name).toList();
        return new TrainingData(table, inputs, IntStream.range(0, y.length).toArray(), y, null, 11);
    }

    public static Model train(Learner kind, Settings settings, TrainingData data, int threads) {
        return Training.of(kind, settings, data, Balance.NONE, new Workers(threads), Progress.NONE);
    }

    public static double[] score(Model model, TrainingData data) {
        return Scoring.of(model, data.table(), data.rows(), Workers.ALONE, Progress.NONE);
    }
}
