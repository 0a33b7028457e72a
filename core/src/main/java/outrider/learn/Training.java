package outrider.learn;

import java.util.Arrays;
import outrider.base.Bisection;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/**
 * What a kind trains on: records, settings, and what is done about rare events. Same seed, same bits, on any number of threads.
 *
 * @param sample the records drawn and their weights, for which probabilities are corrected back
 */
public record Training(
        Settings settings, TrainingData data, Balance.Sample sample, Workers workers, Progress progress) {

    /**
     * @param balance what is done about rare events; probabilities come out corrected back
     * @throws outrider.base.BadInput if the data will not do for the kind
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Model of(
            Learner kind, Settings settings, TrainingData data, Balance balance, Workers workers, Progress progress) {
        if (kind.takesInputs()) {
            data.demandBothOutcomes();
            Preparation.demandInputs(data);
        }
        Balance used = kind.takesInputs() ? balance : Balance.NONE;
        Balance.Sample sample = used.of(data.rows(), data.outcome(), data.evenWeights(data.rows()), data.seed());
        return kind.train(new Training(settings, data, sample, workers, progress));
    }

    /** Outcomes of the sample's records. */
    public byte[] outcome() {
        return data.outcomeOf(sample.rows());
    }

    public Preparation preparation(Preparation.Options options) {
        progress.checkpoint(0, "preparing inputs");
        return Preparation.fit(data, options, progress);
    }

    /** @param orders whether the place of a level in its order is an input too */
    public Preparation.Options options(boolean curves, boolean orders) {
        return new Preparation.Options(curves, settings.whole("mostLevels"), orders);
    }

    /** Inputs of the sample's records, scaled. */
    public record Scaled(Preparation preparation, Scaling scaling, Design x) {}

    /** @param levels whether the 0/1 inputs of levels are standardised too; else the orders of levels are inputs as well */
    public Scaled scaled(boolean curves, boolean levels) {
        Preparation preparation = preparation(options(curves, !levels));
        Design x = preparation.applyTraining(data, sample.rows());
        Scaling all = Scaling.fit(x, sample.weight());
        Scaling scaling = levels ? all : all.ofNumbers(x);
        return new Scaled(preparation, scaling, x.scaledInPlace(scaling));
    }

    /** Its probabilities moved to those of all of training. */
    public Model corrected(Model model) {
        return sample.logOdds() == 0 ? model : new RebalancedModel(model, sample.logOdds());
    }

    /** Moved so that on average over training it promises the plain event rate. */
    public Model promising(Model model) {
        if (sample.logOdds() == 0) return model;
        return new RebalancedModel(model, sample.logOdds() + lacking(model.score(data.table(), data.rows())));
    }

    /** What the log-odds of corrected scores of all training records still lack for their mean to be the event rate of training. */
    public double lacking(double[] score) {
        double[] weight = data.weightOf(data.rows());
        double wanted = data.rate()
                * (weight == null ? score.length : Arrays.stream(weight).sum());
        return Bisection.crossing(-20, 20, moved -> {
            double factor = Math.exp(sample.logOdds() + moved);
            double sum = 0;
            for (int i = 0; i < score.length; i++) {
                double p = factor * score[i] / (factor * score[i] + 1 - score[i]);
                sum += weight == null ? p : weight[i] * p;
            }
            return sum - wanted;
        });
    }

    /** As needed: {@code usual}, of few records one in {@code apart}, but {@code fewest} or more. */
    public int leafRecords(int usual, int apart, int fewest) {
        if (!settings.asNeeded("leafRecords")) return settings.whole("leafRecords");
        return Math.max(fewest, Math.min(usual, data.rows().length / apart));
    }
}
