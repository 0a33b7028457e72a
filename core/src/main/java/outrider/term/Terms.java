package outrider.term;

import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;

/** Terms that many models share. */
public final class Terms {
    private Terms() {}

    public static Term constant(double value) {
        return new Term.Constant(value);
    }

    public static Term sum(Term... parts) {
        return new Term.Sum(List.of(parts));
    }

    /** 1 / (1 + exp(−x)). */
    public static Term logistic(Term x) {
        Term.Step margin = new Term.Step("log-odds", x);
        Term less = new Term.Applied(Term.Function.EXP, new Term.Difference(constant(0), margin));
        return new Term.Quotient(constant(1), sum(constant(1), less));
    }

    /** ln(p / (1 − p)), p kept from {@code edge} to 1 − {@code edge}. */
    public static Term logOdds(Term p, double edge) {
        Term.Step inside = new Term.Step("probability", within(p, edge, 1 - edge));
        return new Term.Applied(Term.Function.LN, new Term.Quotient(inside, new Term.Difference(constant(1), inside)));
    }

    /** x, kept from {@code low} to {@code high}. */
    public static Term within(Term x, double low, double high) {
        Term.Step value = new Term.Step("value", x);
        Term top = new Term.Choice(new Condition.Below(constant(high), value), constant(high), value);
        return new Term.Choice(new Condition.Below(value, constant(low)), constant(low), top);
    }

    /**
     * The value of the last step that {@code x} has reached, the first below all; found by halving.
     *
     * @param from ascending, one a value
     */
    public static Term stairs(Term.Step x, double[] from, List<Term> values) {
        return stairs(x, from, values, 0, values.size());
    }

    private static Term stairs(Term.Step x, double[] from, List<Term> values, int low, int high) {
        if (high - low == 1) return values.get(low);
        int middle = (low + high) >>> 1;
        return new Term.Choice(
                new Condition.Below(x, constant(from[middle])),
                stairs(x, from, values, low, middle),
                stairs(x, from, values, middle, high));
    }

    /** intercept + Σ, zero slopes left out. */
    public static Term weighted(double intercept, List<Term> inputs, double[] slopes) {
        List<Term> parts = new ArrayList<>();
        parts.add(constant(intercept));
        for (int i = 0; i < slopes.length; i++) {
            if (slopes[i] != 0) parts.add(new Term.Product(inputs.get(i), constant(slopes[i])));
        }
        return new Term.Sum(parts);
    }

    /** The refusal of a kind whose scores follow from more than one record's own columns. */
    public static BadInput none(String why, String instead) {
        return BadInput.of("model", why, instead);
    }
}
