package outrider.follow;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Model;
import outrider.learn.Scoring;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * What an input that moved does to scores and decisions: the share of a batch's records to act on, what it would be were this input alone
 * distributed as it was signed, the others as they came, and how much of the scores' shift it carries.
 *
 * @param now share of the records looked at
 * @param asSigned of the same records, the input's values drawn anew so that its bands have their signed shares
 * @param looked how many these are: all of a batch, of a large one some drawn at random; 0 where it was not noted
 * @param carries its Shapley value of {@code shift}, which those of the inputs looked at add up to; null where it was not noted
 * @param shift mean score less what it would be were all the inputs looked at distributed as signed; null likewise
 */
public record Carried(
        String column,
        double now,
        double asSigned,
        int looked,
        @Nullable Double carries,
        @Nullable Double shift) {
    private static final int MOST_RECORDS = 50_000;
    private static final int MOST_INPUTS = 3;

    /** A batch's records as they came, or with some inputs distributed as signed. */
    private record Scored(double share, double mean) {}

    /**
     * Of the inputs that moved furthest, at most three. Eight scorings of at most 100,000 records.
     *
     * @param read the batch's columns as the model reads them
     * @param inputs their stability, the most moved first
     */
    public static List<Carried> of(
            SignedFigures signed,
            List<Stability> inputs,
            Table read,
            Model model,
            @Nullable Double threshold,
            Seeds seeds,
            Workers workers) {
        List<String> moved = inputs.stream()
                .filter(Stability::moved)
                .limit(MOST_INPUTS)
                .map(Stability::column)
                .toList();
        if (threshold == null || read.size() == 0 || moved.isEmpty()) return List.of();
        int[] rows = looked(read.size(), seeds.stream("carried records"));
        Table some =
                new Table(read.columns().stream().map(c -> c.gathered(rows)).toList(), null);
        List<Column> restored = new ArrayList<>();
        for (String name : moved) {
            Reference reference = signed.inputs().stream()
                    .filter(r -> r.column().equals(name))
                    .findFirst()
                    .orElseThrow();
            Column own = some.column(name);
            restored.add(restored(reference, own, seeds.stream("carried " + name)));
        }
        int all = (1 << moved.size()) - 1;
        Scored[] with = new Scored[all + 1];
        for (int current = 0; current <= all; current++) {
            Map<String, Column> anew = new HashMap<>();
            for (int j = 0; j < moved.size(); j++) if ((current >> j & 1) == 0) anew.put(moved.get(j), restored.get(j));
            with[current] = scored(some, anew, model, threshold, workers);
        }
        double shift = with[all].mean() - with[0].mean();
        List<Carried> found = new ArrayList<>();
        for (int j = 0; j < moved.size(); j++) {
            double alone = with[all & ~(1 << j)].share();
            found.add(new Carried(
                    moved.get(j), with[all].share(), alone, rows.length, shapley(with, moved.size(), j), shift));
        }
        return found;
    }

    /** All of some records, or so many drawn at random: a file may have a period of its own. */
    private static int[] looked(int records, RandomStream random) {
        double share = records <= 2 * MOST_RECORDS ? 1 : MOST_RECORDS / (double) records;
        return IntStream.range(0, records)
                .filter(i -> share == 1 || random.nextDouble() < share)
                .toArray();
    }

    /** The mean over all orders of what an input adds where it comes (Shapley 1953). */
    private static double shapley(Scored[] with, int inputs, int own) {
        double value = 0;
        for (int others = 0; others < with.length; others++) {
            if ((others >> own & 1) == 1) continue;
            int before = Integer.bitCount(others);
            double weight = factorial(before) * factorial(inputs - before - 1) / factorial(inputs);
            value += weight * (with[others | 1 << own].mean() - with[others].mean());
        }
        return value;
    }

    private static double factorial(int n) {
        double product = 1;
        for (int i = 2; i <= n; i++) product *= i;
        return product;
    }

    private static Scored scored(
            Table table, Map<String, Column> anew, Model model, double threshold, Workers workers) {
        List<Column> columns = table.columns().stream()
                .map(c -> anew.getOrDefault(c.name(), c))
                .toList();
        int[] rows = IntStream.range(0, table.size()).toArray();
        double[] score = Scoring.of(model, new Table(columns, null), rows, workers, Progress.NONE);
        double above = Arrays.stream(score).filter(s -> s >= threshold).count();
        return new Scored(above / rows.length, Arrays.stream(score).sum() / rows.length);
    }

    /**
     * A column whose bands have their signed shares: values of the batch's own records of a band, where nobody is in it now its upper edge,
     * which lies in it.
     */
    private static Column restored(Reference reference, Column column, RandomStream random) {
        int[] counts = reference.counts();
        int[] bands = reference.bands(column, IntStream.range(0, column.size()).toArray());
        List<List<Integer>> members = new ArrayList<>();
        for (int k = 0; k < counts.length; k++) members.add(new ArrayList<>());
        for (int i = 0; i < bands.length; i++) members.get(bands[i]).add(i);
        double[] edges = reference.edges() == null ? new double[0] : reference.edges();
        double sum = Arrays.stream(counts).sum();
        int[] from = new int[column.size()];
        double[] edge = new double[from.length];
        for (int i = 0; i < from.length; i++) {
            double at = random.nextDouble() * sum;
            int band = 0;
            for (double below = counts[0]; below <= at && band < counts.length - 1; below += counts[band]) band++;
            boolean numbers = reference.levels() == null;
            boolean empty = numbers && members.get(band).isEmpty();
            edge[i] = empty && band < edges.length ? edges[band] : Double.NaN;
            List<Integer> some = empty && band == edges.length ? below(members, band) : members.get(band);
            from[i] = some.isEmpty() ? -1 : some.get(random.nextInt(some.size()));
        }
        return with(column.gathered(from), edge);
    }

    /** The column with other numbers or days where they are told. */
    private static Column with(Column column, double[] told) {
        if (column instanceof NumberColumn numbers) {
            double[] values = numbers.values().clone();
            for (int i = 0; i < told.length; i++) if (!Double.isNaN(told[i])) values[i] = told[i];
            return new NumberColumn(column.name(), values);
        }
        if (column instanceof DateColumn dates) {
            int[] days = dates.days().clone();
            for (int i = 0; i < told.length; i++) if (!Double.isNaN(told[i])) days[i] = (int) Math.floor(told[i]);
            return new DateColumn(column.name(), days);
        }
        return column;
    }

    /** Those of the highest band below in which anybody is. */
    private static List<Integer> below(List<List<Integer>> members, int band) {
        for (int at = band - 1; at >= 0; at--) if (!members.get(at).isEmpty()) return members.get(at);
        return List.of();
    }
}
