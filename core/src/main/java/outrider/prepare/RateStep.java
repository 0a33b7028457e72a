package outrider.prepare;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * A category of many levels as one input: the log-odds of the level's training event rate, smoothed with {@link #PRIOR} records
 * at the base rate. While training, a record's own part of the data does not count for its value. Missing is a level of its own;
 * levels never seen take the base rate.
 *
 * @param levels seen in training
 * @param logOdds one a level
 */
public record RateStep(String column, List<String> levels, double[] logOdds, double missing, double base)
        implements Step {
    public static final double PRIOR = 20;
    private static final int PARTS = 5;

    public static RateStep fit(Column source, TrainingData data) {
        List<String> levels = LevelCodes.seen(source, data.rows());
        double[][] sums = sums(source, levels, data, null, -1);
        double rate = data.rate();
        double[] logOdds = new double[levels.size()];
        for (int i = 0; i < logOdds.length; i++) logOdds[i] = logOdds(sums[0][i], sums[1][i], rate);
        int last = levels.size();
        return new RateStep(
                source.name(), levels, logOdds, logOdds(sums[0][last], sums[1][last], rate), logOdds(0, 0, rate));
    }

    /** Events and records of each level by their weights, missing last; of one part only, or of all where {@code part} is −1. */
    private static double[][] sums(
            Column source, List<String> levels, TrainingData data, int @Nullable [] parts, int part) {
        int[] codes = LevelCodes.of(source, data.rows(), levels);
        double[] even = data.evenWeights(data.rows());
        double[][] sums = new double[2][levels.size() + 1];
        for (int i = 0; i < codes.length; i++) {
            if (part >= 0 && requireNonNull(parts)[i] != part) continue;
            int level = codes[i] < 0 ? levels.size() : codes[i];
            double weight = even == null ? 1 : even[i];
            sums[0][level] += weight * data.outcome()[data.rows()[i]];
            sums[1][level] += weight;
        }
        return sums;
    }

    private static double logOdds(double events, double records, double rate) {
        double p = (events + PRIOR * rate) / (records + PRIOR);
        return Math.log(p / (1 - p));
    }

    /** Writes training records' values, each from the other parts' records alone. */
    void writeTraining(Column source, TrainingData data, int[] rows, double[] into) {
        int[] parts =
                Arrays.stream(data.rows()).map(row -> data.partOf(row, PARTS)).toArray();
        double[][] all = sums(source, levels, data, null, -1);
        double[][][] own = new double[PARTS][][];
        for (int p = 0; p < PARTS; p++) own[p] = sums(source, levels, data, parts, p);
        double rate = data.rate();
        int[] codes = LevelCodes.of(source, rows, levels);
        for (int i = 0; i < rows.length; i++) {
            double[][] mine = own[data.partOf(rows[i], PARTS)];
            int level = codes[i] < 0 ? levels.size() : codes[i];
            into[i] = logOdds(all[0][level] - mine[0][level], all[1][level] - mine[1][level], rate);
        }
    }

    @Override
    public List<String> inputs() {
        return List.of(column + " (event rate)");
    }

    @Override
    public void write(Column source, int[] rows, double[][] into) {
        int[] codes = LevelCodes.of(source, rows, levels);
        for (int i = 0; i < rows.length; i++) {
            into[0][i] = codes[i] >= 0 ? logOdds[codes[i]] : codes[i] == LevelCodes.MISSING ? missing : base;
        }
    }

    @Override
    public List<Term> numberTerms() {
        List<Term> values = Arrays.stream(logOdds).mapToObj(Terms::constant).toList();
        return List.of(new Term.ByLevel(column, levels, values, Terms.constant(missing), Terms.constant(base)));
    }

    @Override
    public String explain() {
        return "log-odds of the level's event rate in training, smoothed with 20 records at the base rate; a training"
                + " record's own fifth of the data does not count for it";
    }
}
