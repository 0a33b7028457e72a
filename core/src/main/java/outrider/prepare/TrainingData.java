package outrider.prepare;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.split.Folds;
import outrider.split.RecordWeights;
import outrider.split.Units;
import outrider.table.Table;

/**
 * What may be learnt from: some records of a table, and nothing outside them.
 *
 * @param inputs names of the input columns
 * @param rows training records, ascending
 * @param outcome 0 or 1 for each of {@code rows}, by record number
 * @param unit the first record of each record's group, by record number, or null where every record stands alone
 * @param day by record number, the latest of its group, where folds follow each other in time; null where they are dealt
 * @param weight for how many records of the population each record stands, by record number; null for one each
 */
public record TrainingData(
        Table table,
        List<String> inputs,
        int[] rows,
        byte[] outcome,
        int @Nullable [] unit,
        int @Nullable [] day,
        double @Nullable [] weight,
        long seed) {
    /** Its folds are dealt at random. */
    public TrainingData(
            Table table, List<String> inputs, int[] rows, byte[] outcome, int @Nullable [] unit, long seed) {
        this(table, inputs, rows, outcome, unit, null, null, seed);
    }

    public TrainingData withRows(int[] others) {
        return new TrainingData(table, inputs, others, outcome, unit, day, weight, seed);
    }

    public TrainingData withInputs(List<String> others) {
        return new TrainingData(table, others, rows, outcome, unit, day, weight, seed);
    }

    /** The same with a weight a record, above 0, by record number; null for 1 each. */
    public TrainingData weighing(double @Nullable [] each) {
        return new TrainingData(table, inputs, rows, outcome, unit, day, each, seed);
    }

    /**
     * Folds of some of its records: as many as wanted, or as can each hold both outcomes; null where not even two can.
     *
     * @param dealt seeds those that are dealt at random
     */
    public @Nullable Folds folds(int[] some, int wanted, long dealt) {
        if (day == null) return Folds.most(outcomeOf(some), unitsOf(some), wanted, dealt);
        int[] days = some.clone();
        for (int i = 0; i < days.length; i++) days[i] = day[some[i]];
        return Folds.forward(outcomeOf(some), days, wanted);
    }

    /** Why {@link #folds} are too few, as the end of a sentence. */
    public String fewForFolds() {
        return "training has too few "
                + (day == null ? "events or non-events" : "days with events and others that follow each other");
    }

    public byte[] outcomeOf(int[] some) {
        byte[] y = new byte[some.length];
        for (int i = 0; i < y.length; i++) y[i] = outcome[some[i]];
        return y;
    }

    /** Weights of some records; null where each counts once. */
    public double @Nullable [] weightOf(int[] some) {
        return weight == null
                ? null
                : Arrays.stream(some).mapToDouble(row -> weight[row]).toArray();
    }

    /** Weights of some records with a mean of 1, so that they count together as many as they are; null where each counts once. */
    public double @Nullable [] evenWeights(int[] some) {
        double[] own = weightOf(some);
        return own == null ? null : RecordWeights.even(own);
    }

    /** The unit of each of some records: equal numbers belong together. */
    public int[] unitsOf(int[] some) {
        int[] units = some.clone();
        if (unit != null) for (int i = 0; i < units.length; i++) units[i] = unit[some[i]];
        return units;
    }

    /** The unit of each of some records, from 0 in the order of their first record; null where every one stands alone. */
    public int @Nullable [] numberedUnits(int[] some) {
        if (unit == null) return null;
        int[] number = new int[table.size()];
        int[] units = new int[some.length];
        int next = 0;
        for (int i = 0; i < some.length; i++) {
            if (number[unit[some[i]]] == 0) number[unit[some[i]]] = ++next;
            units[i] = number[unit[some[i]]] - 1;
        }
        return next == some.length ? null : units;
    }

    /** Events or non-events, whichever are fewer; where units hold several records, units that have one. */
    public int fewest() {
        int[] units = numberedUnits(rows);
        if (units == null) return Math.min(events(), rows.length - events());
        byte[] own = outcomeOf(rows);
        return Math.min(Units.holding(own, units, 1), Units.holding(own, units, 0));
    }

    public int events() {
        int events = 0;
        for (int row : rows) events += outcome[row];
        return events;
    }

    /** The share of events, by weight. */
    public double rate() {
        if (weight == null) return events() / (double) rows.length;
        double events = 0;
        double total = 0;
        for (int row : rows) {
            events += weight[row] * outcome[row];
            total += weight[row];
        }
        return events / total;
    }

    /** @throws BadInput if the rows hold only one outcome */
    public void demandBothOutcomes() {
        int events = events();
        if (events == 0 || events == rows.length) {
            throw BadInput.of("outcome", "training holds only one outcome", "it needs events and non-events");
        }
    }

    /** A seeded part from 0 to k − 1 for a record; records of one group share it. */
    int partOf(int record, int k) {
        RandomStream stream = new Seeds(seed).fast(unit == null ? record : unit[record]);
        return stream.nextInt(k);
    }
}
