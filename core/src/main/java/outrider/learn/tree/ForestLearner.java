package outrider.learn.tree;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.foundWhole;
import static outrider.learn.Setting.whole;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Training;
import outrider.rank.Ranking;

/** A random forest. */
public final class ForestLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.FITTED,
            whole("trees", "trees", "How many trees vote.", 1, 5000, 300),
            whole(
                    "columnsTried",
                    "columns tried",
                    "Random columns looked at for each split; 0 for two in five, or for three times the root of more than 50 columns.",
                    0,
                    10_000,
                    0),
            whole("depth", "depth", "How many questions in a row at most.", 1, 60, 25),
            foundWhole(
                    "leafRecords",
                    "fewest records in a leaf",
                    "A leaf holds at least this many different training records. As needed: 15, of less than 1,500 records a hundredth, but 3 or more.",
                    1,
                    1_000_000),
            whole(
                    "drawn",
                    "records drawn",
                    "Each tree draws as many records as there are, but at most this many.",
                    10,
                    10_000_000,
                    100_000),
            CommonSettings.LEVEL_GAIN);

    public ForestLearner() {
        super("forest", "random forest", Role.FITTED, Costs.FOREST, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(
                Dial.of("columnsTried", 1, Math.max(1, inputs)),
                Dial.of("leafRecords", 3, 100),
                Dial.of("trees", 100, 400));
    }

    @Override
    public Model train(Training training) {
        RandomForest.Options way = new RandomForest.Options(
                training.settings().whole("trees"),
                training.settings().whole("columnsTried"),
                training.settings().whole("depth"),
                training.leafRecords(15, 100, 3),
                training.settings().whole("drawn"),
                Criterion.ENTROPY.of(training.settings()));
        RandomForest.Fit fit =
                RandomForest.fit(training.data(), training.sample(), way, training.workers(), training.progress());
        return new ForestModel(fit.columns(), fit.trees(), thinned(fit.curve()), outOfBagAuc(fit.outOfBag(), training));
    }

    private static List<RandomForest.CurvePoint> thinned(List<RandomForest.CurvePoint> curve) {
        int step = Math.max(1, curve.size() / 150);
        return IntStream.range(0, curve.size())
                .filter(i -> i % step == 0 || i == curve.size() - 1)
                .mapToObj(curve::get)
                .toList();
    }

    private static @Nullable Double outOfBagAuc(double[] score, Training training) {
        byte[] all = training.outcome();
        int[] scored = IntStream.range(0, score.length)
                .filter(i -> !Double.isNaN(score[i]))
                .toArray();
        byte[] y = new byte[scored.length];
        int events = 0;
        for (int i = 0; i < y.length; i++) events += y[i] = all[scored[i]];
        if (events == 0 || events == y.length) return null;
        double[] s = Arrays.stream(scored).mapToDouble(i -> score[i]).toArray();
        double[] weight = training.data()
                .weightOf(Arrays.stream(scored)
                        .map(i -> training.sample().rows()[i])
                        .toArray());
        return Ranking.of(s, y, weight, null).auc();
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("forest", ForestModel.class);
    }
}
