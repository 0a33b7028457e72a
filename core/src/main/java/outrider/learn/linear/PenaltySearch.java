package outrider.learn.linear;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.LogLoss;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.OutOfFold;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.prepare.TrainingData;
import outrider.split.Balance;
import outrider.split.Folds;

/** Finds the penalty of a linear kind by what folds of training lose, preparation included (METHODS section 7). */
final class PenaltySearch {
    private static final int FOLDS = 5;
    private static final int RISES = 2;

    private final TrainingData data;
    private final double @Nullable [] weightOf;
    private final Preparation.Options options;
    private final Workers workers;

    private PenaltySearch(TrainingData data, Balance.Sample sample, Preparation.Options options, Workers workers) {
        this.data = data.withRows(sample.rows());
        this.options = options;
        this.workers = workers;
        weightOf = sample.weight();
    }

    /** Of one fold: what its records lose at a penalty by a fit on the others. */
    private interface Fold {
        double at(double penalty);
    }

    private interface Begin {
        Fold on(Design others, byte[] y, double @Nullable [] weight, Held held, Progress progress);
    }

    /** The records of a fold, their inputs unscaled. */
    private record Held(Design x, byte[] y, double @Nullable [] weight) {
        double[] margins(Scaling scaling, LinearFit fit) {
            double[] slopes = fit.slopes().clone();
            double[] beta = new double[slopes.length + 1];
            beta[0] = scaling.unscale(fit.intercept(), slopes);
            for (int p = 0; p < slopes.length; p++) beta[p + 1] = slopes[x.inputs()[p]];
            double[] margins = new double[x.rows()];
            for (int i = 0; i < margins.length; i++) margins[i] = x.margin(beta, i);
            return margins;
        }
    }

    static PenaltyPath logistic(
            PenaltyPath.Reason why,
            TrainingData data,
            Balance.Sample sample,
            Preparation.Options options,
            Workers workers,
            Progress progress) {
        return new PenaltySearch(data, sample, options, workers).walk(why, PenaltySearch::logLoss, progress);
    }

    static PenaltyPath squares(
            TrainingData data, Balance.Sample sample, Preparation.Options options, Workers workers, Progress progress) {
        return new PenaltySearch(data, sample, options, workers)
                .walk(PenaltyPath.Reason.LOWEST_ERROR, PenaltySearch::squaredError, progress);
    }

    private PenaltyPath walk(PenaltyPath.Reason why, Begin begin, Progress progress) {
        Folds folds = OutOfFold.folds(data, FOLDS);
        List<Double> penalties = PenaltyPath.PENALTIES;
        if (folds == null)
            return new PenaltyPath(PenaltyPath.Reason.NO_FOLDS, penalties.get(penalties.size() / 2), List.of());
        int k = folds.count();
        double[][] losses = new double[k][];
        Progress[] each = progress.shared(k);
        workers.each(k, f -> losses[f] = down(begin(begin, folds, f, each[f]), each[f]));
        int tried = Arrays.stream(losses).mapToInt(l -> l.length).min().orElse(0);
        List<PenaltyPath.Point> points = new ArrayList<>();
        PenaltyPath.Point best = null;
        double weight = total(folds);
        for (int p = 0; p < tried; p++) {
            double sum = 0;
            for (double[] own : losses) sum += own[p];
            PenaltyPath.Point point = new PenaltyPath.Point(penalties.get(p), sum / weight);
            points.add(point);
            if (best == null || point.loss() < best.loss()) best = point;
        }
        return new PenaltyPath(why, requireNonNull(best).penalty(), List.copyOf(points));
    }

    private double total(Folds folds) {
        double total = 0;
        for (int i = 0; i < folds.fold().length; i++) {
            if (folds.fold()[i] != Folds.NONE) total += weightOf == null ? 1 : weightOf[i];
        }
        return total;
    }

    /** From the strongest penalty on, until the fold's loss has risen twice in a row. */
    private static double[] down(Fold fold, Progress progress) {
        double[] losses = new double[PenaltyPath.PENALTIES.size()];
        int rises = 0;
        for (int p = 0; p < losses.length; p++) {
            progress.checkpoint(p / (double) losses.length, "penalty " + PenaltyPath.PENALTIES.get(p));
            losses[p] = fold.at(PenaltyPath.PENALTIES.get(p));
            rises = p > 0 && losses[p] > losses[p - 1] ? rises + 1 : 0;
            if (rises == RISES) return Arrays.copyOf(losses, p + 1);
        }
        return losses;
    }

    private Fold begin(Begin begin, Folds folds, int own, Progress progress) {
        int[] in = folds.learnt(own);
        int[] out = folds.held(own);
        TrainingData others = data.withRows(rows(in));
        Preparation preparation = Preparation.fit(others, options, Progress.NONE);
        Held held = new Held(preparation.apply(data.table(), rows(out)), data.outcomeOf(rows(out)), weights(out));
        Design x = preparation.applyTraining(others, others.rows());
        return begin.on(x, data.outcomeOf(others.rows()), weights(in), held, progress.part(0, 1, ""));
    }

    private int[] rows(int[] places) {
        return Arrays.stream(places).map(i -> data.rows()[i]).toArray();
    }

    private double @Nullable [] weights(int[] places) {
        return weightOf == null
                ? null
                : Arrays.stream(places).mapToDouble(i -> weightOf[i]).toArray();
    }

    private static Fold logLoss(Design x, byte[] y, double @Nullable [] weight, Held held, Progress progress) {
        LogisticPath path = new LogisticPath(x, y, weight, Workers.ALONE, progress);
        return penalty -> {
            double[] margin = held.margins(path.scaling(), path.at(penalty));
            double loss = 0;
            for (int i = 0; i < margin.length; i++) {
                double w = held.weight == null ? 1 : held.weight[i];
                loss += w * LogLoss.of(held.y[i] == 1 ? -margin[i] : margin[i]);
            }
            return loss;
        };
    }

    private static Fold squaredError(Design x, byte[] y, double @Nullable [] weight, Held held, Progress progress) {
        Scaling scaling = Scaling.fit(x, weight).ofNumbers(x);
        LeastSquares squares = new LeastSquares(x.scaledInPlace(scaling), y, weight);
        return penalty -> {
            double[] margin = held.margins(scaling, squares.at(penalty, Workers.ALONE, progress));
            double loss = 0;
            for (int i = 0; i < margin.length; i++) {
                double off = margin[i] - (2 * held.y[i] - 1);
                loss += (held.weight == null ? 1 : held.weight[i]) * off * off;
            }
            return loss;
        };
    }
}
