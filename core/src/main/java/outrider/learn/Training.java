package outrider.learn;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import outrider.base.Bisection;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.bayes.NaiveBayes;
import outrider.learn.linear.LeastSquares;
import outrider.learn.linear.LinearFit;
import outrider.learn.linear.LinearMargin;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.learn.linear.PenaltyPath;
import outrider.learn.linear.Stepwise;
import outrider.learn.neighbour.Neighbours;
import outrider.learn.network.Network;
import outrider.learn.tree.BoostedTrees;
import outrider.learn.tree.DecisionTree;
import outrider.learn.tree.Monotone;
import outrider.learn.tree.Pruning;
import outrider.learn.tree.RandomForest;
import outrider.prepare.Design;
import outrider.prepare.Preparation;
import outrider.prepare.Scaling;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;

/** Trains a model of any kind but a blend on given records. Same seed, same bits, on any number of threads. */
public final class Training {
    private static final int EVENTS_A_COEFFICIENT = 5;

    private final Settings settings;
    private final TrainingData data;
    private final Balance.Sample sample;
    private final Workers workers;
    private final Progress progress;

    private Training(Settings settings, TrainingData data, Balance balance, Workers workers, Progress progress) {
        this.settings = settings;
        this.data = data;
        this.sample = balance.of(data.rows(), data.outcome(), data.seed());
        this.workers = workers;
        this.progress = progress;
    }

    /**
     * @param balance what is done about rare events; probabilities come out corrected back
     * @throws outrider.base.BadInput if the data will not do for the kind
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static Model of(
            Kind kind, Settings settings, TrainingData data, Balance balance, Workers workers, Progress progress) {
        if (kind.takesInputs()) {
            data.demandBothOutcomes();
            Preparation.demandInputs(data);
        }
        Balance used = kind.takesInputs() ? balance : Balance.NONE;
        return new Training(settings, data, used, workers, progress).model(kind);
    }

    private Model model(Kind kind) {
        return switch (kind) {
            case LOGISTIC -> logistic();
            case LEAST_SQUARES -> leastSquares();
            case MARGIN -> margin();
            case BAYES -> bayes();
            case NEIGHBOURS -> corrected(neighbours());
            case TREE -> tree();
            case FOREST -> forest();
            case BOOSTED -> promising(boosted());
            case NETWORK -> promising(network());
            case BLEND -> throw new IllegalArgumentException("a blend is made of members");
            case NOBODY -> Nobody.train(data.rows(), data.outcome());
            case COIN_TOSS -> new CoinToss(data.seed());
            case BASE_RATE -> BaseRate.train(data.rows(), data.outcome());
            case GROUP_RATES -> GroupRates.train(data.table(), settings.texts("groupBy"), data.rows(), data.outcome());
            case SUPPLIED ->
                new SuppliedScore(settings.text("column"), settings.yes("lowerIsRiskier"), settings.yes("probability"));
        };
    }

    private Model corrected(Model model) {
        return sample.logOdds() == 0 ? model : new RebalancedModel(model, sample.logOdds());
    }

    /** Moved so that on average over training it promises the plain event rate. */
    private Model promising(Model model) {
        if (sample.logOdds() == 0) return model;
        return new RebalancedModel(model, sample.logOdds() + lacking(model.score(data.table(), data.rows())));
    }

    /** What the log-odds of corrected scores still lack for their mean to be the event rate of training. */
    private double lacking(double[] score) {
        double wanted = data.rate() * score.length;
        return Bisection.crossing(-20, 20, moved -> {
            double factor = Math.exp(sample.logOdds() + moved);
            double sum = 0;
            for (double p : score) sum += factor * p / (factor * p + 1 - p);
            return sum - wanted;
        });
    }

    private Model bayes() {
        NaiveBayes bayes = NaiveBayes.fit(data, sample, settings.number("smoothing"), progress);
        return new BayesModel(bayes, !settings.text("calibration").equals("none"));
    }

    private byte[] outcome() {
        return data.outcomeOf(sample.rows());
    }

    private Preparation preparation(Preparation.Options options) {
        progress.checkpoint(0, "preparing inputs");
        return Preparation.fit(data, options, progress);
    }

    /** @param orders whether the place of a level in its order is an input too */
    private Preparation.Options options(boolean curves, boolean orders) {
        return new Preparation.Options(curves, settings.whole("mostLevels"), orders);
    }

    private LogisticModel logistic() {
        boolean curves = settings.yes("curves");
        Preparation ordered = preparation(options(curves, true));
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
                            options(curves, true),
                            workers,
                            progress.part(separated ? 0.5 : 0, 0.9, ""));
        }
        double penalty = penalties == null ? settings.number("penalty") : penalties.chosen();
        if (fit == null) {
            if (penalty > 0) preparation = ordered;
            fit = fitted(preparation, penalty, penalties == null ? progress : progress.part(0.9, 1, ""));
        }
        List<Stepwise.Taken> path = choice == null ? null : choice.path();
        LogisticModel model = new LogisticModel(preparation, fit, penalty, path, penalties);
        if (sample.logOdds() == 0) return model;
        double lacking = lacking(model.score(data.table(), data.rows()));
        return new LogisticModel(preparation, moved(fit, lacking), penalty, path, penalties);
    }

    private LogisticFit fitted(Preparation preparation, double penalty, Progress own) {
        Design x = preparation.applyTraining(data, sample.rows());
        return LogisticRegression.fitInPlace(x, outcome(), sample.weight(), penalty, workers, own);
    }

    /** Whether there are at least five events, and five non-events, a coefficient; an intercept alone is always had. */
    private boolean enoughFor(Preparation preparation) {
        if (preparation.inputs().isEmpty()) return true;
        int fewer = Math.min(data.events(), data.rows().length - data.events());
        return fewer >= EVENTS_A_COEFFICIENT * (preparation.inputs().size() + 1L);
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
                outcome(),
                null,
                Stepwise.Direction.valueOf(settings.text("choose").toUpperCase(Locale.ROOT)),
                settings.text("criterion").equals("BIC"),
                workers,
                progress);
    }

    /** The fit with its intercept moved back; a weighted fit carries no standard errors: its weights are no records. */
    private LogisticFit moved(LogisticFit fit, double lacking) {
        double[] coefficients = fit.coefficients().clone();
        coefficients[0] += sample.logOdds() + lacking;
        return new LogisticFit(
                coefficients,
                sample.weight() == null ? fit.standardErrors() : null,
                fit.deviations(),
                fit.logLikelihood(),
                fit.nullLogLikelihood(),
                fit.parameters(),
                fit.records(),
                fit.iterations(),
                fit.converged(),
                fit.dropped(),
                fit.separated());
    }

    private record Scaled(Preparation preparation, Scaling scaling, Design x) {}

    /** @param levels whether the 0/1 inputs of levels are standardised too; else the orders of levels are inputs as well */
    private Scaled scaled(boolean curves, boolean levels) {
        Preparation preparation = preparation(options(curves, !levels));
        Design x = preparation.applyTraining(data, sample.rows());
        Scaling all = Scaling.fit(x, sample.weight());
        Scaling scaling = levels ? all : all.ofNumbers(x);
        return new Scaled(preparation, scaling, x.scaledInPlace(scaling));
    }

    private LinearModel leastSquares() {
        PenaltyPath penalties = null;
        if (settings.asNeeded("penalty")) {
            Preparation.Options options = options(settings.yes("curves"), true);
            penalties = PenaltySearch.squares(data, sample, options, workers, progress.part(0, 0.8, ""));
        }
        double penalty = penalties == null ? settings.number("penalty") : penalties.chosen();
        Scaled scaled = scaled(settings.yes("curves"), false);
        progress.checkpoint(0.9, "solving");
        LinearFit fit = LeastSquares.fit(scaled.x(), outcome(), sample.weight(), penalty, workers, progress);
        return new LinearModel(scaled.preparation(), scaled.scaling(), fit, penalties);
    }

    private LinearModel margin() {
        Scaled scaled = scaled(settings.yes("curves"), false);
        byte[] y = outcome();
        double[] weight =
                sample.weight() == null ? new double[y.length] : sample.weight().clone();
        if (sample.weight() == null) Arrays.fill(weight, 1);
        if (settings.yes("evenClasses")) evenOut(weight, y);
        LinearMargin.Way way = new LinearMargin.Way(
                settings.text("loss").equals("hinge"),
                settings.text("penaltyForm").equals("absolutes"),
                settings.number("penalty"),
                settings.whole("passes"));
        LinearFit fit = LinearMargin.fit(scaled.x(), y, weight, way, new Seeds(data.seed()).stream("margin"), progress);
        return new LinearModel(scaled.preparation(), scaled.scaling(), fit, null);
    }

    private static void evenOut(double[] weight, byte[] y) {
        double[] total = new double[2];
        for (int i = 0; i < y.length; i++) total[y[i]] += weight[i];
        for (int i = 0; i < y.length; i++) weight[i] *= (total[0] + total[1]) / 2 / total[y[i]];
    }

    private NeighbourModel neighbours() {
        Scaled scaled = scaled(false, true);
        Neighbours neighbours = Neighbours.remember(
                scaled.x(),
                outcome(),
                sample.weight(),
                settings.whole("remembered"),
                new Seeds(data.seed()).stream("neighbours"));
        return new NeighbourModel(
                scaled.preparation(),
                scaled.scaling(),
                neighbours,
                settings.whole("neighbours"),
                settings.yes("byDistance"));
    }

    private NetworkModel network() {
        Scaled scaled = scaled(false, false);
        Network.Way way = new Network.Way(
                settings.whole("units"),
                settings.text("activation").equals("tanh"),
                settings.number("decay"),
                settings.whole("starts"),
                settings.whole("steps"));
        Network.Fit fit = Network.fit(scaled.x(), outcome(), sample.weight(), way, data.seed(), workers, progress);
        return new NetworkModel(scaled.preparation(), scaled.scaling(), fit);
    }

    /** As needed: {@code usual}, of few records one in {@code apart}, but {@code fewest} or more. */
    private int leafRecords(int usual, int apart, int fewest) {
        if (!settings.asNeeded("leafRecords")) return settings.whole("leafRecords");
        return Math.max(fewest, Math.min(usual, data.rows().length / apart));
    }

    private Monotone monotone() {
        return new Monotone(settings.texts("rising"), settings.texts("falling"));
    }

    private TreeModel tree() {
        DecisionTree.Way way = new DecisionTree.Way(
                switch (settings.text("impurity")) {
                    case "entropy" -> DecisionTree.Impurity.ENTROPY;
                    case "gainRatio" -> DecisionTree.Impurity.GAIN_RATIO;
                    default -> DecisionTree.Impurity.GINI;
                },
                settings.whole("depth"),
                leafRecords(50, 40, 5),
                switch (settings.text("pruning")) {
                    case "minimum" -> DecisionTree.Cutting.MINIMUM;
                    case "oneStandardError" -> DecisionTree.Cutting.ONE_STANDARD_ERROR;
                    case "descriptionLength" -> DecisionTree.Cutting.DESCRIPTION_LENGTH;
                    case "leaves" -> DecisionTree.Cutting.SIZE;
                    default -> DecisionTree.Cutting.NONE;
                },
                settings.text("pruningError").equals("squared") ? Pruning.Error.SQUARED : Pruning.Error.MISCLASSIFIED,
                settings.whole("leaves"),
                10,
                monotone());
        return new TreeModel(DecisionTree.fit(data, sample, way, workers, progress));
    }

    private ForestModel forest() {
        RandomForest.Way way = new RandomForest.Way(
                settings.whole("trees"),
                settings.whole("columnsTried"),
                settings.whole("depth"),
                leafRecords(15, 100, 3),
                settings.whole("drawn"));
        RandomForest.Fit fit = RandomForest.fit(data, sample, way, workers, progress);
        return new ForestModel(fit.columns(), fit.trees(), thinned(fit.curve()), outOfBagAuc(fit.outOfBag()));
    }

    private static List<RandomForest.CurvePoint> thinned(List<RandomForest.CurvePoint> curve) {
        int step = Math.max(1, curve.size() / 150);
        return IntStream.range(0, curve.size())
                .filter(i -> i % step == 0 || i == curve.size() - 1)
                .mapToObj(curve::get)
                .toList();
    }

    private Double outOfBagAuc(double[] score) {
        int[] scored = IntStream.range(0, score.length)
                .filter(i -> !Double.isNaN(score[i]))
                .toArray();
        byte[] all = outcome();
        byte[] y = new byte[scored.length];
        int events = 0;
        for (int i = 0; i < y.length; i++) events += y[i] = all[scored[i]];
        if (events == 0 || events == y.length) return null;
        double[] s = Arrays.stream(scored).mapToDouble(i -> score[i]).toArray();
        return Ranking.of(s, y).auc();
    }

    private BoostedModel boosted() {
        BoostedTrees.Way way = new BoostedTrees.Way(
                settings.whole("rounds"),
                settings.number("rate"),
                settings.whole("depth"),
                leafRecords(40, 50, 5),
                settings.number("rowShare"),
                settings.number("columnShare"),
                settings.number("penalty"),
                settings.whole("patience"),
                monotone());
        return new BoostedModel(BoostedTrees.fit(data, sample, way, workers, progress));
    }
}
