package outrider.learn;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.learn.linear.PenaltyPath;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/**
 * A candidate fitted in full: its model, and the scores that training records got from models that did not see them.
 *
 * @param outOfFold null where training holds too few events for two folds
 */
public record Fitted(Model model, double[] outOfFold) {
    /** The share of the time that goes by until a penalty is found. */
    private static final double FINDING_SHARE = 0.7;

    /** A fitted candidate that goes into a blend; its scores are those of the same training records. */
    public record Member(String name, Model model, double[] outOfFold) {}

    /**
     * @param folds of training; fewer where there are fewer events
     * @param members of a blend; empty for other kinds
     * @throws BadInput if the data will not do
     */
    public static Fitted of(
            Kind kind,
            Settings settings,
            TrainingData data,
            Balance balance,
            int folds,
            List<Member> members,
            Workers workers,
            Progress progress) {
        if (kind == Kind.BLEND) return blend(settings, data, folds, members, workers, progress);
        double first = settings.asNeeded("penalty") ? FINDING_SHARE : 0.2;
        Progress whole = progress.part(0, first, "");
        Model model = Training.of(kind, settings, data, balance, workers, whole);
        boolean learns = kind.takesInputs() || kind == Kind.GROUP_RATES;
        byte[] fold = OutOfFold.folds(data, folds);
        double[] scores;
        if (!learns) {
            scores = Scoring.of(model, data.table(), data.rows(), workers, progress.part(first, 1, ""));
        } else if (fold != null) {
            Progress rest = progress.part(first, 1, "");
            Settings settled = settled(settings, model);
            scores = OutOfFold.of(kind, settled, data, balance, fold, workers, rest)
                    .scores();
        } else {
            scores = null;
        }
        return calibrated(kind, settings, data, model, scores, fold);
    }

    /** With what was found for all of training, a penalty or a number of rounds, so that folds need not find their own. */
    public static Settings settled(Settings settings, Model model) {
        if (model instanceof RebalancedModel rebalanced) return settled(settings, rebalanced.base());
        if (model instanceof BoostedModel boosted && settings.whole("patience") > 0) {
            return settings.with("rounds", boosted.fit().trees().size()).with("patience", 0);
        }
        PenaltyPath found = model instanceof LogisticModel logistic
                ? logistic.penalties()
                : model instanceof LinearModel linear ? linear.penalties() : null;
        return found == null ? settings : settings.with("penalty", found.chosen());
    }

    /** The map is learnt from all out-of-fold scores; these themselves are mapped by what the other folds say. */
    private static Fitted calibrated(
            Kind kind, Settings settings, TrainingData data, Model model, double[] scores, byte[] fold) {
        String way = kind.reference() ? "none" : settings.text("calibration");
        if (way.equals("none")) return new Fitted(model, scores);
        if (scores == null || fold == null) {
            throw BadInput.of(
                    "calibration", "needs out-of-fold scores, and training has too few events", "choose none");
        }
        byte[] y = data.outcomeOf(data.rows());
        boolean isotonic = way.equals("isotonic");
        Calibration calibration = map(isotonic, scores, y, model.probability());
        double[] mapped = new double[scores.length];
        for (int f = 0; f < OutOfFold.count(fold); f++) {
            int own = f;
            int[] others = places(fold, p -> fold[p] != own);
            byte[] outcome = new byte[others.length];
            for (int i = 0; i < others.length; i++) outcome[i] = y[others[i]];
            double[] known = Arrays.stream(others).mapToDouble(p -> scores[p]).toArray();
            Calibration ofOthers = map(isotonic, known, outcome, model.probability());
            for (int p : places(fold, p -> fold[p] == own)) mapped[p] = ofOthers.probability(scores[p]);
        }
        return new Fitted(new CalibratedModel(model, calibration), mapped);
    }

    private static Calibration map(boolean isotonic, double[] scores, byte[] outcome, boolean probability) {
        return isotonic
                ? IsotonicMap.fit(scores, outcome, null).inside(scores.length)
                : LogisticMap.fit(scores, outcome, probability);
    }

    private static int[] places(byte[] fold, IntPredicate chosen) {
        return IntStream.range(0, fold.length).filter(chosen).toArray();
    }

    private static Fitted mean(Model model, double[][] features, Settings settings, TrainingData data, int folds) {
        double[] scores = BlendModel.combined(features, null);
        return calibrated(Kind.BLEND, settings, data, model, scores, OutOfFold.folds(data, folds));
    }

    private static Fitted blend(
            Settings settings, TrainingData data, int folds, List<Member> members, Workers workers, Progress progress) {
        if (members.size() < 2) throw BadInput.of("members", "are fewer than two", "choose at least two candidates");
        for (Member member : members) {
            if (member.outOfFold() == null) {
                throw BadInput.of(
                        "members", "\"" + member.name() + "\" has no out-of-fold scores", "leave it out of the blend");
            }
        }
        progress.checkpoint(0.1, "blending");
        List<Model> models = members.stream().map(Member::model).toList();
        List<String> names = members.stream().map(Member::name).toList();
        int m = members.size();
        double[][] features = new double[m][];
        String method = settings.text("method");
        if (method.equals("ranks")) {
            double[][] references = new double[m][];
            for (int i = 0; i < m; i++) {
                references[i] = BlendModel.reference(members.get(i).outOfFold());
                features[i] = BlendModel.ranks(members.get(i).outOfFold(), references[i]);
            }
            Model model = new BlendModel(models, names, null, references);
            return mean(model, features, settings, data, folds);
        }
        for (int i = 0; i < m; i++) features[i] = members.get(i).outOfFold();
        if (method.equals("probabilities")) {
            for (Member member : members) {
                if (!member.model().probability()) {
                    throw BadInput.of(
                            "members",
                            "\"" + member.name() + "\" gives no probability",
                            "recalibrate it, or blend ranks");
                }
            }
            Model model = new BlendModel(models, names, null, null);
            return mean(model, features, settings, data, folds);
        }
        for (int i = 0; i < m; i++) {
            features[i] = BlendModel.stacked(features[i], models.get(i).probability());
        }
        byte[] y = data.outcomeOf(data.rows());
        int[] all = IntStream.range(0, y.length).toArray();
        double[] weights = stack(features, y, all, workers, progress);
        Model model = new BlendModel(models, names, weights, null);
        byte[] fold = OutOfFold.folds(data, folds);
        return calibrated(
                Kind.BLEND,
                settings,
                data,
                model,
                fold == null ? null : stackedOutOfFold(features, y, fold, workers, progress),
                fold);
    }

    /** A hair of a penalty keeps weights of members that say the same finite. */
    private static double[] stack(double[][] features, byte[] y, int[] rows, Workers workers, Progress progress) {
        double[] values = new double[rows.length * features.length];
        byte[] outcome = new byte[rows.length];
        for (int i = 0, at = 0; i < rows.length; i++) {
            outcome[i] = y[rows[i]];
            for (double[] feature : features) values[at++] = feature[rows[i]];
        }
        Matrix x = new Matrix(values, rows.length, features.length);
        LogisticFit fit = LogisticRegression.fitInPlace(Design.of(x), outcome, null, 1, workers, progress);
        return fit.coefficients();
    }

    private static double[] stackedOutOfFold(
            double[][] features, byte[] y, byte[] fold, Workers workers, Progress progress) {
        int k = OutOfFold.count(fold);
        double[] scores = new double[y.length];
        for (int f = 0; f < k; f++) {
            int own = f;
            int[] in = places(fold, i -> fold[i] != own);
            double[] weights = stack(features, y, in, workers, progress);
            int[] out = places(fold, i -> fold[i] == own);
            double[][] part = new double[features.length][];
            for (int m = 0; m < part.length; m++) {
                double[] feature = features[m];
                part[m] = Arrays.stream(out).mapToDouble(i -> feature[i]).toArray();
            }
            double[] score = BlendModel.combined(part, weights);
            for (int i = 0; i < out.length; i++) scores[out[i]] = score[i];
        }
        return scores;
    }
}
