package outrider.learn.linear;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/** From columns to a logistic regression: a choice of columns, the penalty, the fit. */
final class LogisticFitting {
    private static final int EVENTS_A_COEFFICIENT = 5;

    private final Training training;
    private final Settings settings;
    private final TrainingData data;
    private final Balance.Sample sample;
    private final Workers workers;
    private final Progress progress;

    LogisticFitting(Training training) {
        this.training = training;
        settings = training.settings();
        data = training.data();
        sample = training.sample();
        workers = training.workers();
        progress = training.progress();
    }

    LogisticModel fit() {
        boolean curves = settings.yes("curves");
        Preparation ordered = training.preparation(training.options(curves, true));
        Preparation preparation = ordered.withoutOrders();
        Stepwise.Choice choice = null;
        TrainingData taken = data;
        if (!settings.text("choose").equals("all")) {
            choice = stepwise(preparation);
            List<String> chosen =
                    choice.chosen().stream().map(data.inputs()::get).toList();
            preparation = preparation.of(chosen);
            ordered = ordered.of(chosen);
            taken = data.withInputs(chosen);
        }
        PenaltyPath penalties = null;
        LogisticFit fit = null;
        if (settings.asNeeded("penalty")) {
            fit = enoughFor(preparation) ? fitted(preparation, 0, progress.part(0, 0.5, "")) : null;
            boolean separated = fit != null && !fit.separated().isEmpty();
            if (separated) fit = null;
            penalties = fit != null
                    ? new PenaltyPath(PenaltyPath.Reason.NOT_NEEDED, 0, List.of())
                    : PenaltySearch.logistic(
                            separated ? PenaltyPath.Reason.SEPARATED : PenaltyPath.Reason.FEW_EVENTS,
                            taken,
                            sample,
                            training.options(curves, true),
                            workers,
                            progress.part(separated ? 0.5 : 0, 0.9, ""));
        }
        double penalty = penalties == null ? settings.number("penalty") : penalties.chosen();
        if (fit == null) {
            if (penalty > 0) preparation = ordered;
            fit = fitted(preparation, penalty, penalties == null ? progress : progress.part(0.9, 1, ""));
        }
        List<Stepwise.Taken> path = choice == null ? null : choice.path();
        String criterion = choice == null ? null : settings.text("criterion");
        LogisticModel model = new LogisticModel(preparation, fit, penalty, path, penalties, criterion);
        if (sample.logOdds() == 0) return model;
        double lacking = training.lacking(model.score(data.table(), data.rows()));
        double[] errors = sample.weight() == null ? fit.standardErrors() : null;
        LogisticFit moved = fit.moved(sample.logOdds() + lacking, errors);
        return new LogisticModel(preparation, moved, penalty, path, penalties, criterion);
    }

    private LogisticFit fitted(Preparation preparation, double penalty, Progress own) {
        Design x = preparation.applyTraining(data, sample.rows());
        LogisticFit fit = LogisticRegression.fitInPlace(x, training.outcome(), sample.weight(), penalty, workers, own);
        return data.weight() == null ? fit : fit.withoutErrors();
    }

    /** Whether there are at least five events, and five non-events, a coefficient, a customer's counted once; an intercept alone is always had. */
    private boolean enoughFor(Preparation preparation) {
        if (preparation.inputs().isEmpty()) return true;
        return data.fewest() >= EVENTS_A_COEFFICIENT * (preparation.inputs().size() + 1L);
    }

    private Stepwise.Choice stepwise(Preparation preparation) {
        Design x = preparation.applyTraining(data, sample.rows());
        int[] groupOf = new int[x.columns()];
        for (int step = 0, at = 0; step < preparation.steps().size(); step++) {
            int end = at + preparation.steps().get(step).inputs().size();
            Arrays.fill(groupOf, at, end, step);
            at = end;
        }
        return Stepwise.choose(
                x,
                data.inputs(),
                groupOf,
                training.outcome(),
                data.evenWeights(sample.rows()),
                Stepwise.Direction.valueOf(settings.text("choose").toUpperCase(Locale.ROOT)),
                settings.text("criterion").equals("BIC"),
                workers,
                progress);
    }
}
