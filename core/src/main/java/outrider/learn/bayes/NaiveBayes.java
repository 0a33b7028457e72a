package outrider.learn.bayes;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.learn.tree.TreeColumn;
import outrider.prepare.Preparation;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.table.Table;
import outrider.term.Condition;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * Naive Bayes (METHODS section 7): Gaussian for numbers, smoothed frequencies for levels; a missing value says nothing.
 *
 * @param logOdds of an event before anything is known of the record
 */
public record NaiveBayes(double logOdds, List<Part> parts) {
    private static final double MOST = 1e100;
    private static final double FEWEST_PRIOR = 1;
    private static final double MOST_PRIOR = 1e6;

    /**
     * What one column says, by class: non-events first.
     *
     * @param mean and {@code variance} of a number, null for levels
     * @param within lowest and highest value of a number that counts as itself; null for all
     * @param logShare of each level, the unlisted ones last, null for numbers
     */
    public record Part(
            TreeColumn column,
            double @Nullable [] mean,
            double @Nullable [] variance,
            double @Nullable [] within,
            double @Nullable [][] logShare) {
        double logOdds(double value) {
            if (Double.isNaN(value)) return 0;
            if (logShare != null) return logShare[1][(int) value] - logShare[0][(int) value];
            double counted = within == null ? value : Math.max(within[0], Math.min(within[1], value));
            return density(counted, 1) - density(counted, 0);
        }

        Term term() {
            double[][] shares = logShare;
            if (shares != null) {
                List<Term> adds = new ArrayList<>();
                for (int i = 0; i < shares[0].length; i++) adds.add(Terms.constant(shares[1][i] - shares[0][i]));
                int listed = requireNonNull(column.levels()).size();
                return new Term.ByLevel(
                        column.name(),
                        requireNonNull(column.levels()),
                        adds.subList(0, listed),
                        Terms.constant(0),
                        adds.get(listed));
            }
            Term given = column.date() ? new Term.DaysOf(column.name()) : new Term.NumberOf(column.name());
            double[] ends = within;
            Term value = ends == null ? given : new Term.Step("limited", Terms.within(given, ends[0], ends[1]));
            return new Term.Choice(
                    new Condition.Missing(column.name()),
                    Terms.constant(0),
                    new Term.Difference(density(value, 1), density(value, 0)));
        }

        private Term density(Term value, int level) {
            double spread = requireNonNull(variance)[level];
            Term.Step off =
                    new Term.Step("off", new Term.Difference(value, Terms.constant(requireNonNull(mean)[level])));
            return new Term.Difference(
                    Terms.constant(-0.5 * Math.log(spread)),
                    new Term.Quotient(new Term.Product(off, off), Terms.constant(2 * spread)));
        }

        private double density(double value, int level) {
            double off = value - requireNonNull(mean)[level];
            return -0.5 * Math.log(requireNonNull(variance)[level]) - off * off / (2 * requireNonNull(variance)[level]);
        }
    }

    /** Its log-odds. */
    Term term() {
        List<Term> sum = new ArrayList<>();
        sum.add(Terms.constant(logOdds));
        for (Part part : parts) sum.add(part.term());
        return new Term.Sum(sum);
    }

    /**
     * How shares of levels are smoothed.
     *
     * @param prior records at the base rate added to every level; 0 for none, NaN for as many as each column's levels call for
     * @param even records added to every level of either class alike, > 0; where there is no prior
     */
    public record Smoothing(double prior, double even) {}

    /**
     * @param tails share of a number's values at either end that count as the value there; NaN where its tails call for it
     * @throws BadInput if a column holds numbers too large to compute with
     */
    public static NaiveBayes fit(
            TrainingData data, Balance.Sample sample, Smoothing smoothing, double tails, Progress progress) {
        double[] total = new double[2];
        for (int i = 0; i < sample.rows().length; i++) {
            total[data.outcome()[sample.rows()[i]]] += weight(sample, i);
        }
        List<double[]> read = new ArrayList<>();
        List<TreeColumn> columns = new ArrayList<>();
        for (String name : data.inputs()) {
            progress.checkpoint(0.5 * columns.size() / data.inputs().size(), "reading " + name);
            Column source = data.table().column(name);
            TreeColumn column = TreeColumn.fit(source, sample.rows());
            double[] values = column.read(source, sample.rows());
            columns.add(column);
            read.add(values);
            if (Preparation.isCategory(source)) continue;
            for (double value : values) {
                if (Math.abs(value) > MOST) {
                    throw BadInput.of(
                            "column \"" + name + "\"",
                            "holds " + value + ", too large to compute with",
                            "read that text as missing on the Data page, or set the column aside");
                }
            }
        }
        List<Part> parts = new ArrayList<>();
        for (int c = 0; c < columns.size(); c++) {
            progress.checkpoint(
                    0.5 + 0.5 * c / columns.size(), "counting " + columns.get(c).name());
            Part part = columns.get(c).levels() == null
                    ? gaussian(columns.get(c), read.get(c), data, sample, smoothing.prior() != 0, tails)
                    : levels(columns.get(c), read.get(c), data, sample, smoothing);
            if (part != null) parts.add(part);
        }
        return new NaiveBayes(Math.log(total[1] / total[0]) + sample.logOdds(), parts);
    }

    private static double weight(Balance.Sample sample, int place) {
        return sample.weight() == null ? 1 : sample.weight()[place];
    }

    /** Mean, variance and weight of the values of one class, or of both where {@code level} is −1. */
    private static double[] moments(double[] values, TrainingData data, Balance.Sample sample, int level) {
        double mean = 0;
        double squares = 0;
        double total = 0;
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i]) || level >= 0 && data.outcome()[sample.rows()[i]] != level) continue;
            double w = weight(sample, i);
            total += w;
            double off = values[i] - mean;
            mean += w * off / total;
            squares += w * off * (values[i] - mean);
        }
        return new double[] {mean, total == 0 ? 0 : squares / total, total};
    }

    /**
     * Each variance grows by 1e-9 of the column's own, so that one column of large numbers leaves the others alone.
     *
     * @param spread whether a class that holds one value alone is given the column's own variance: it was too few to differ
     */
    private static @Nullable Part gaussian(
            TreeColumn column, double[] given, TrainingData data, Balance.Sample sample, boolean spread, double tails) {
        double[] within = Tails.limits(given, sample, tails);
        double[] values = given;
        if (within != null) {
            values = new double[given.length];
            for (int i = 0; i < values.length; i++) values[i] = Math.max(within[0], Math.min(within[1], given[i]));
        }
        double own = moments(values, data, sample, -1)[1];
        double[] others = moments(values, data, sample, 0);
        double[] events = moments(values, data, sample, 1);
        if (others[2] == 0 || events[2] == 0 || own == 0) return null;
        double[] mean = {others[0], events[0]};
        double[] variance = {others[1] + 1e-9 * own, events[1] + 1e-9 * own};
        for (int level = 0; level < 2; level++) if (spread && variance[level] <= 1e-9 * own) variance[level] = own;
        return new Part(column, mean, variance, within, null);
    }

    private static Part levels(
            TreeColumn column, double[] values, TrainingData data, Balance.Sample sample, Smoothing smoothing) {
        int places = requireNonNull(column.levels()).size() + 1;
        double[][] count = new double[2][places];
        double[] total = new double[2];
        for (int i = 0; i < values.length; i++) {
            if (Double.isNaN(values[i])) continue;
            int level = data.outcome()[sample.rows()[i]];
            count[level][(int) values[i]] += weight(sample, i);
            total[level] += weight(sample, i);
        }
        boolean empty = total[0] + total[1] == 0;
        double prior = empty ? 0 : Double.isNaN(smoothing.prior()) ? prior(count, total) : smoothing.prior();
        for (int level = 0; level < 2; level++) {
            double added = prior > 0 ? Math.max(1e-9, prior * total[level] / (total[0] + total[1])) : smoothing.even();
            double all = total[level] + added * places;
            for (int p = 0; p < places; p++) count[level][p] = Math.log((count[level][p] + added) / all);
        }
        return new Part(column, null, null, null, count);
    }

    /**
     * Records at the base rate that are worth as much as what is known of levels beforehand: by how much their log-odds differ beyond
     * chance (by moments, DerSimonian and Laird 1986), against what one record tells of them.
     */
    private static double prior(double[][] count, double[] total) {
        double rate = total[1] / (total[0] + total[1]);
        double told = rate * (1 - rate);
        if (!(told > 0)) return FEWEST_PRIOR;
        double squares = 0;
        double records = 0;
        double recordsSquared = 0;
        int levels = 0;
        for (int p = 0; p < count[0].length; p++) {
            double n = count[0][p] + count[1][p];
            if (n == 0) continue;
            double off = count[1][p] - n * rate;
            squares += off * off / (n * told);
            records += n;
            recordsSquared += n * n;
            levels++;
        }
        double beyond = squares - (levels - 1);
        if (beyond <= 0) return MOST_PRIOR;
        double variance = beyond / (told * (records - recordsSquared / records));
        return Math.max(FEWEST_PRIOR, Math.min(MOST_PRIOR, 1 / (variance * told)));
    }

    /** What each column adds to the log-odds: row i, part p at {@code i · parts + p}. */
    double[] terms(Table table, int[] rows) {
        double[] terms = new double[rows.length * parts.size()];
        for (int p = 0; p < parts.size(); p++) {
            Part part = parts.get(p);
            double[] values = part.column().read(table.column(part.column().name()), rows);
            for (int i = 0; i < rows.length; i++) terms[i * parts.size() + p] = part.logOdds(values[i]);
        }
        return terms;
    }

    /** Log-odds of an event for each of {@code rows}. */
    public double[] logOdds(Table table, int[] rows) {
        double[] sum = new double[rows.length];
        java.util.Arrays.fill(sum, logOdds);
        for (Part part : parts) {
            double[] values = part.column().read(table.column(part.column().name()), rows);
            for (int i = 0; i < sum.length; i++) sum[i] += part.logOdds(values[i]);
        }
        return sum;
    }
}
