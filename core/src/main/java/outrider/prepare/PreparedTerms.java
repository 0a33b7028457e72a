package outrider.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import outrider.term.Term;
import outrider.term.Terms;

/** The inputs of a preparation as terms; each number is worked out once, however many sums read it. */
public final class PreparedTerms {
    private final List<Step> steps;
    private final List<List<Term>> numbers;

    private PreparedTerms(List<Step> steps, List<List<Term>> numbers) {
        this.steps = steps;
        this.numbers = numbers;
    }

    static PreparedTerms of(List<Step> steps) {
        List<List<Term>> numbers = new ArrayList<>();
        for (Step step : steps) {
            List<Term> own = new ArrayList<>();
            List<Term> terms = step.numberTerms();
            for (int k = 0; k < terms.size(); k++)
                own.add(new Term.Step(step.inputs().get(k), terms.get(k)));
            numbers.add(own);
        }
        return new PreparedTerms(steps, numbers);
    }

    /**
     * The intercept and what each input adds, in the order of {@link Preparation#sums}.
     *
     * @param slopes one an input
     */
    public Term margin(double intercept, double[] slopes) {
        List<Term> parts = new ArrayList<>();
        parts.add(Terms.constant(intercept));
        int input = 0;
        for (int s = 0; s < steps.size(); s++) {
            for (Term number : numbers.get(s)) {
                double slope = slopes[input++];
                if (slope != 0) parts.add(new Term.Product(number, Terms.constant(slope)));
            }
            int rest = steps.get(s).inputs().size() - numbers.get(s).size();
            double[] own = Arrays.copyOfRange(slopes, input, input + rest);
            if (rest > 0) parts.add(steps.get(s).levelTerm(own));
            input += rest;
        }
        return new Term.Sum(parts);
    }
}
