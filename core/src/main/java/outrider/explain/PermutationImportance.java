package outrider.explain;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.table.Column;
import outrider.table.Table;

/**
 * By how much a measure drops when the values of columns are dealt anew among the records (Breiman 2001; METHODS section 8). Columns
 * that go together hide one another, so they are dealt together as well.
 *
 * @param measure as it is
 * @param drops largest first
 */
public record PermutationImportance(double measure, List<Drop> drops) {

    /**
     * By how much the measure drops when some columns say nothing.
     *
     * @param columns one, or those that go together
     * @param mean over the repeats, and {@code spread} their standard deviation
     */
    public record Drop(List<String> columns, double mean, double spread) {}

    /**
     * O(columns · repeats) scorings of the records.
     *
     * @param rows whose columns are dealt anew, in the order in which {@code measure} takes their scores
     * @param repeats 2 or more
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static PermutationImportance of(
            Model model,
            Table table,
            int[] rows,
            ToDoubleFunction<double[]> measure,
            int repeats,
            Seeds seeds,
            Workers workers,
            Progress progress) {
        List<String> names = model.columns();
        Table plain = table.gathered(names, rows);
        int[] all = IntStream.range(0, rows.length).toArray();
        double[] score = Scoring.of(model, plain, all, workers, Progress.NONE);
        double whole = measure.applyAsDouble(score);
        List<int[]> dealt = new ArrayList<>();
        for (int c = 0; c < names.size(); c++) dealt.add(new int[] {c});
        dealt.addAll(GoingTogether.of(plain.columns(), score));
        double[] fallen = new double[dealt.size() * repeats];
        AtomicInteger done = new AtomicInteger();
        // a task deals, scores and measures on one thread, so that no thread waits for another's measure
        workers.each(fallen.length, task -> {
            int[] columns = dealt.get(task / repeats);
            String name = names.get(columns[0]);
            progress.checkpoint(done.getAndIncrement() / (double) fallen.length, "dealing " + name + " anew");
            int[] order = all.clone();
            seeds.stream("importance/" + name + "/" + columns.length + "/" + task % repeats)
                    .shuffle(order);
            List<Column> mixed = new ArrayList<>(plain.columns());
            for (int c : columns) mixed.set(c, plain.columns().get(c).gathered(order));
            double[] now = Scoring.of(model, new Table(mixed, null), all, Workers.ALONE, new Quiet(progress));
            fallen[task] = whole - measure.applyAsDouble(now);
        });
        List<Drop> drops = new ArrayList<>();
        for (int d = 0; d < dealt.size(); d++) {
            double sum = 0;
            double squares = 0;
            for (int r = d * repeats; r < (d + 1) * repeats; r++) {
                sum += fallen[r];
                squares += fallen[r] * fallen[r];
            }
            double mean = sum / repeats;
            drops.add(new Drop(
                    IntStream.of(dealt.get(d)).mapToObj(names::get).toList(),
                    mean,
                    Math.sqrt(Math.max(0, squares / repeats - mean * mean) * repeats / (repeats - 1))));
        }
        drops.sort(Comparator.comparingDouble(drop -> -drop.mean()));
        return new PermutationImportance(whole, drops);
    }

    /** Hears a stop and says nothing. */
    private record Quiet(Progress whole) implements Progress {
        @Override
        public void report(double share, String step) {}

        @Override
        public boolean isCancelled() {
            return whole.isCancelled();
        }
    }
}
