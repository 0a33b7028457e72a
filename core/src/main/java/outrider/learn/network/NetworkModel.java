package outrider.learn.network;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import outrider.learn.Part;
import outrider.learn.PreparedModel;
import outrider.prepare.Preparation;
import outrider.prepare.PreparedTerms;
import outrider.prepare.Scaling;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** A neural network of one hidden layer on prepared, standardised columns. */
public record NetworkModel(Preparation preparation, Scaling scaling, Network.Fit fit) implements PreparedModel {
    /** Weights of inputs as they are. */
    private record Unscaled(double[] slopes, double[] biases) {}

    private Unscaled unscaled() {
        int units = fit.units();
        double[] slopes = fit.hidden().clone();
        double[] biases = fit.biases();
        for (int c = 0; c < fit.inputs(); c++) {
            double deviation = scaling.deviation()[c];
            for (int u = 0; u < units; u++) {
                int at = c * units + u;
                slopes[at] = deviation == 0 ? 0 : slopes[at] / deviation;
                biases[u] -= slopes[at] * scaling.mean()[c];
            }
        }
        return new Unscaled(slopes, biases);
    }

    @Override
    public Term term() {
        int units = fit.units();
        Unscaled weights = unscaled();
        PreparedTerms inputs = preparation.terms();
        List<Term> activations = new ArrayList<>();
        for (int u = 0; u < units; u++) {
            double[] slopes = new double[fit.inputs()];
            for (int c = 0; c < slopes.length; c++) slopes[c] = weights.slopes()[c * units + u];
            Term sum = inputs.margin(weights.biases()[u], slopes);
            Term activation = fit.tanh() ? new Term.Applied(Term.Function.TANH, sum) : Terms.logistic(sum);
            activations.add(new Term.Step("unit " + (u + 1), activation));
        }
        return Terms.logistic(Terms.weighted(fit.output()[units], activations, Arrays.copyOf(fit.output(), units)));
    }

    @Override
    public double[] score(Table table, int[] rows) {
        int units = fit.units();
        Unscaled weights = unscaled();
        double[] sums = preparation.sums(table, rows, weights.biases(), weights.slopes());
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = 1 / (1 + Math.exp(-fit.margin(sums, i * units)));
        return score;
    }

    @Override
    public boolean probability() {
        return true;
    }

    @Override
    public long size() {
        return (long) fit.hidden().length + fit.output().length;
    }

    @Override
    public List<Part> summary() {
        double[][] hidden = new double[fit.inputs()][];
        for (int c = 0; c < hidden.length; c++) {
            hidden[c] = Arrays.copyOfRange(fit.hidden(), c * fit.units(), (c + 1) * fit.units());
        }
        int biases = fit.inputs() * fit.units();
        return List.of(new Part.Network(
                preparation.inputs(),
                hidden,
                Arrays.copyOfRange(fit.hidden(), biases, biases + fit.units()),
                Arrays.copyOf(fit.output(), fit.units()),
                fit.output()[fit.units()],
                fit.objectives()));
    }
}
