package outrider.learn.blend;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.of;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.FitTask;
import outrider.learn.Fitted;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.OutOfFold;
import outrider.learn.Setting;
import outrider.learn.Training;
import outrider.learn.linear.LogisticFit;
import outrider.learn.linear.LogisticRegression;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.split.Folds;

/** Several fitted candidates as one: their scores stacked, or their probabilities or ranks in the mean. */
public final class BlendLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.FITTED,
            choice(
                    "method",
                    "method",
                    "How the scores become one.",
                    "stacking",
                    "logistic stacking",
                    "probabilities",
                    "mean of probabilities",
                    "ranks",
                    "mean of ranks"),
            of(Setting.Type.CANDIDATES, "members", "members", "The fitted candidates that are blended."));

    public BlendLearner() {
        super("blend", "blend", Role.BLEND, Costs.NETWORK, SETTINGS);
    }

    @Override
    public Model train(Training training) {
        throw new IllegalArgumentException("a blend is made of members");
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("blend", BlendModel.class);
    }

    @Override
    public Fitted fit(FitTask task) {
        List<Fitted.Member> members = task.members();
        if (members.size() < 2) throw BadInput.of("members", "are fewer than two", "choose at least two candidates");
        int m = members.size();
        double[][] features = new double[m][];
        for (int i = 0; i < m; i++) features[i] = outOfFold(members.get(i));
        task.progress().checkpoint(0.1, "blending");
        List<Model> models = members.stream().map(Fitted.Member::model).toList();
        List<String> names = members.stream().map(Fitted.Member::name).toList();
        String method = task.settings().text("method");
        if (method.equals("ranks")) {
            double[][] references = new double[m][];
            for (int i = 0; i < m; i++) {
                double[] feature = features[i];
                references[i] = BlendModel.reference(at(feature, OutOfFold.scored(feature)));
                features[i] = ranks(feature, references[i]);
            }
            Model model = new BlendModel(models, names, null, references);
            return task.calibrated(model, BlendModel.combined(features, null));
        }
        if (method.equals("probabilities")) {
            for (Fitted.Member member : members) {
                if (!member.model().probability()) {
                    throw BadInput.of(
                            "members",
                            "\"" + member.name() + "\" gives no probability",
                            "recalibrate it, or blend ranks");
                }
            }
            Model model = new BlendModel(models, names, null, null);
            return task.calibrated(model, BlendModel.combined(features, null));
        }
        for (int i = 0; i < m; i++) {
            features[i] = BlendModel.stacked(features[i], models.get(i).probability());
        }
        byte[] y = task.data().outcomeOf(task.data().rows());
        int[] all = IntStream.range(0, y.length).toArray();
        double[] weights = stack(features, y, known(features, all), task);
        Model model = new BlendModel(models, names, weights, null);
        Folds dealt = task.dealt();
        return task.calibrated(model, dealt == null ? null : stackedOutOfFold(features, y, dealt, task));
    }

    /** A hair of a penalty keeps weights of members that say the same finite. */
    private static double[] stack(double[][] features, byte[] y, int[] rows, FitTask task) {
        double[] values = new double[rows.length * features.length];
        double[] weight = task.data()
                .evenWeights(Arrays.stream(rows).map(i -> task.data().rows()[i]).toArray());
        byte[] outcome = new byte[rows.length];
        for (int i = 0, at = 0; i < rows.length; i++) {
            outcome[i] = y[rows[i]];
            for (double[] feature : features) values[at++] = feature[rows[i]];
        }
        Matrix x = new Matrix(values, rows.length, features.length);
        LogisticFit fit =
                LogisticRegression.fitInPlace(Design.of(x), outcome, weight, 1, task.workers(), task.progress());
        return fit.coefficients();
    }

    /** Those of some places at which every member has a score. */
    private static int[] known(double[][] features, int[] places) {
        int[] known = places;
        for (double[] feature : features) known = OutOfFold.known(feature, known);
        return known;
    }

    private static double[] at(double[] values, int[] places) {
        return Arrays.stream(places).mapToDouble(i -> values[i]).toArray();
    }

    /** Ranks of those that have a score. */
    private static double[] ranks(double[] scores, double[] reference) {
        double[] all = scores.clone();
        int[] scored = OutOfFold.scored(scores);
        double[] ranks = BlendModel.ranks(at(scores, scored), reference);
        for (int i = 0; i < scored.length; i++) all[scored[i]] = ranks[i];
        return all;
    }

    private static double[] stackedOutOfFold(double[][] features, byte[] y, Folds dealt, FitTask task) {
        double[] scores = new double[y.length];
        Arrays.fill(scores, Double.NaN);
        for (int f = 0; f < dealt.count(); f++) {
            int[] in = known(features, dealt.learnt(f));
            if (in.length == 0) continue;
            double[] weights = stack(features, y, in, task);
            int[] out = known(features, dealt.held(f));
            double[][] part = new double[features.length][];
            for (int m = 0; m < part.length; m++) part[m] = at(features[m], out);
            double[] score = BlendModel.combined(part, weights);
            for (int i = 0; i < out.length; i++) scores[out[i]] = score[i];
        }
        return scores;
    }

    private static double[] outOfFold(Fitted.Member member) {
        double[] scores = member.outOfFold();
        if (scores != null) return scores;
        throw BadInput.of(
                "members", "\"" + member.name() + "\" has no out-of-fold scores", "leave it out of the blend");
    }
}
