package outrider.learn.linear;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.learn.AdditiveScore;
import outrider.learn.ColumnTerms;
import outrider.learn.Part;
import outrider.learn.PreparedModel;
import outrider.prepare.Preparation;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * Logistic regression on prepared columns.
 *
 * @param path of a stepwise choice; null where all columns were taken
 * @param penalties how the penalty was found; null where it was given
 * @param criterion of the stepwise choice, AIC or BIC; null without one
 */
public record LogisticModel(
        Preparation preparation,
        LogisticFit fit,
        double penalty,
        @Nullable List<Stepwise.Taken> path,
        @Nullable PenaltyPath penalties,
        @Nullable String criterion)
        implements PreparedModel {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] beta = fit.coefficients();
        double[] score = preparation.margins(table, rows, beta[0], Arrays.copyOfRange(beta, 1, beta.length));
        for (int i = 0; i < score.length; i++) score[i] = 1 / (1 + Math.exp(-score[i]));
        return score;
    }

    @Override
    public Term term() {
        double[] beta = fit.coefficients();
        return Terms.logistic(preparation.terms().margin(beta[0], Arrays.copyOfRange(beta, 1, beta.length)));
    }

    @Override
    public AdditiveScore additive() {
        double[] beta = fit.coefficients();
        return new ColumnTerms(
                AdditiveScore.Scale.LOG_ODDS,
                (table, rows) -> preparation.terms(table, rows, Arrays.copyOfRange(beta, 1, beta.length)),
                columns().size(),
                beta[0]);
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public long size() {
        return fit.coefficients().length;
    }

    @Override
    public List<Part> summary() {
        List<String> names = preparation.inputs();
        double[] slopes = Arrays.copyOfRange(fit.coefficients(), 1, fit.coefficients().length);
        double[] perDeviation = new double[slopes.length];
        for (int c = 0; c < slopes.length; c++) perDeviation[c] = slopes[c] * fit.deviations()[c];
        List<Part.Bend> bends = Bent.of(preparation, slopes);
        List<Part> parts = new ArrayList<>();
        if (penalties != null) parts.add(penalties.part("log loss"));
        if (!bends.isEmpty()) parts.add(new Part.Bends("log-odds", bends));
        parts.add(new Part.OddsRatios(
                fit.table(names), named(fit.dropped()), named(fit.separated()), Bent.inputs(bends), likelihood()));
        if (path != null) parts.add(stepwise());
        parts.add(new Part.Weights(Bent.weights(preparation, perDeviation), Bent.inputs(bends), true));
        return parts;
    }

    private List<String> named(List<Integer> inputs) {
        return inputs.stream().map(preparation.inputs()::get).toList();
    }

    private Part.Likelihood likelihood() {
        boolean weighted = fit.standardErrors() == null && fit.separated().isEmpty();
        boolean plain = penalty == 0 && !weighted;
        LogisticFit.Likelihood likelihood = fit.likelihood();
        return new Part.Likelihood(
                likelihood.records(),
                fit.iterations(),
                fit.converged(),
                likelihood.log(),
                plain ? likelihood.aic() : null,
                plain ? likelihood.bic() : null,
                likelihood.mcfadden());
    }

    private Part.StepwisePath stepwise() {
        return new Part.StepwisePath(
                criterion,
                requireNonNull(path).stream()
                        .map(step -> new Part.PathStep(step.column(), step.added(), step.criterion(), step.columns()))
                        .toList());
    }
}
