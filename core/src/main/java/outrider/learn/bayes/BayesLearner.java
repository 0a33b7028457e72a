package outrider.learn.bayes;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.found;
import static outrider.learn.Setting.number;

import java.util.List;
import java.util.Map;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Training;

/** Naive Bayes. */
public final class BayesLearner extends NamedLearner {
    /** Beside it levels that few records have say little; without it they say what their share in either class happens to be. */
    public static final Setting PRIOR = found(
            "prior",
            "prior records",
            "Records at the base rate that are added to every level, so that a level of few records says little; 0 for none. As needed: the fewer the more a column's levels differ beyond chance.",
            0,
            1_000_000);

    /** Without it a few values far out are most of a number's mean and variance. */
    public static final Setting TAILS = found(
            "tails",
            "tail share",
            "Share of a number's lowest and of its highest values that count as the value there; 0 for none. As needed: 0.05 where a number's tails are heavier than a double exponential's, else none.",
            0,
            0.4);

    private static final List<Setting> SETTINGS = all(
            CommonSettings.RECALIBRATED,
            PRIOR,
            TAILS,
            number(
                    "smoothing",
                    "even smoothing",
                    "Records added to every level of events and non-events alike, where there are no prior records.",
                    0.01,
                    1000,
                    1));

    public BayesLearner() {
        super("bayes", "naive Bayes", Role.FITTED, Costs.ONE_PASS, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("prior", 1, 1000));
    }

    @Override
    public Model train(Training training) {
        NaiveBayes.Smoothing smoothing = new NaiveBayes.Smoothing(
                training.settings().asNeeded("prior")
                        ? Double.NaN
                        : training.settings().number("prior"),
                training.settings().number("smoothing"));
        double tails = training.settings().asNeeded("tails")
                ? Double.NaN
                : training.settings().number("tails");
        NaiveBayes bayes = NaiveBayes.fit(training.data(), training.sample(), smoothing, tails, training.progress());
        return new BayesModel(bayes, !training.settings().text("calibration").equals("none"));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("bayes", BayesModel.class);
    }
}
