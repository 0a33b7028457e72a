package outrider.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.term.Condition;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * A number bent by a restricted cubic spline: the number itself and, for k knots, k − 2 curved inputs that are straight outside
 * the outer knots (Stone and Koo 1985; knots at the quantiles of Harrell 2001).
 *
 * @param knots ascending, at least 3, on the scale of the number's own input
 */
public record CurveStep(NumberStep number, double[] knots) implements Step {
    private static final double[] QUANTILES = {0.05, 0.275, 0.5, 0.725, 0.95};

    /** A curve where training has at least {@code 3} different knots, else the plain number. */
    public static Step fit(Column source, int[] rows) {
        NumberStep number = NumberStep.fit(source, rows);
        double[] sorted = NumberStep.seen(source, rows);
        for (int i = 0; i < sorted.length; i++) {
            if (number.date()) sorted[i] = number.origin() - sorted[i];
        }
        Arrays.sort(sorted);
        double[] knots = sorted.length == 0
                ? new double[0]
                : Arrays.stream(QUANTILES)
                        .map(share -> sorted[(int) (share * (sorted.length - 1))])
                        .distinct()
                        .toArray();
        return knots.length < 3 ? number : new CurveStep(number, knots);
    }

    @Override
    public String column() {
        return number.column();
    }

    @Override
    public List<String> inputs() {
        List<String> names = new ArrayList<>();
        names.add(number.inputs().get(0));
        for (int j = 1; j <= knots.length - 2; j++) names.add(number.column() + " curve " + j);
        names.addAll(number.inputs().subList(1, number.inputs().size()));
        return names;
    }

    @Override
    public int numbers() {
        return knots.length - 1;
    }

    @Override
    public void write(Column source, int[] rows, double[][] into) {
        double[] bent = new double[numbers()];
        for (int i = 0; i < rows.length; i++) {
            bend(number.value(source, rows[i]), bent, 0);
            for (int k = 0; k < bent.length; k++) into[k][i] = bent[k];
        }
    }

    @Override
    public List<Term> numberTerms() {
        int last = knots.length - 1;
        double range = knots[last] - knots[0];
        double tail = knots[last] - knots[last - 1];
        Term.Step x = new Term.Step(column(), number.term());
        Term end = new Term.Step("beyond knot " + (last + 1), cubed(x, knots[last]));
        Term before = new Term.Step("beyond knot " + last, cubed(x, knots[last - 1]));
        List<Term> terms = new ArrayList<>();
        terms.add(x);
        for (int j = 0; j <= last - 2; j++) {
            Term less = new Term.Quotient(
                    new Term.Product(before, Terms.constant(knots[last] - knots[j])), Terms.constant(tail));
            Term more = new Term.Quotient(
                    new Term.Product(end, Terms.constant(knots[last - 1] - knots[j])), Terms.constant(tail));
            Term bent = Terms.sum(new Term.Difference(cubed(x, knots[j]), less), more);
            terms.add(new Term.Quotient(bent, Terms.constant(range * range)));
        }
        return terms;
    }

    private static Term cubed(Term.Step x, double knot) {
        Term.Step off = new Term.Step("over the knot", new Term.Difference(x, Terms.constant(knot)));
        return new Term.Choice(
                new Condition.Below(Terms.constant(0), off),
                new Term.Product(new Term.Product(off, off), off),
                Terms.constant(0));
    }

    @Override
    public Term levelTerm(double[] slopes) {
        return number.levelTerm(slopes);
    }

    @Override
    public int @Nullable [] levels(Column source, int[] rows) {
        return number.levels(source, rows);
    }

    /** Writes the number and its curved inputs, knots − 1 in all, from {@code place} on. */
    public void bend(double x, double[] into, int place) {
        int last = knots.length - 1;
        double range = knots[last] - knots[0];
        double tail = knots[last] - knots[last - 1];
        double end = cubed(x - knots[last]);
        double before = cubed(x - knots[last - 1]);
        into[place] = x;
        for (int j = 0; j <= last - 2; j++) {
            double bent = cubed(x - knots[j])
                    - before * (knots[last] - knots[j]) / tail
                    + end * (knots[last - 1] - knots[j]) / tail;
            into[place + 1 + j] = bent / (range * range);
        }
    }

    private static double cubed(double x) {
        return x > 0 ? x * x * x : 0;
    }

    @Override
    public String explain() {
        return number.explain() + "; bent at the knots "
                + Arrays.stream(knots)
                        .mapToObj(knot -> NumberColumn.text(Math.rint(knot * 1000) / 1000))
                        .collect(Collectors.joining(", "));
    }
}
