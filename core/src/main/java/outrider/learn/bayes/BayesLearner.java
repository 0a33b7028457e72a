package outrider.learn.bayes;

import static outrider.learn.Setting.all;
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
    private static final List<Setting> SETTINGS = all(
            CommonSettings.RECALIBRATED,
            number(
                    "smoothing",
                    "smoothing",
                    "Records added to every level, so that none has a share of 0.",
                    0.01,
                    1000,
                    1));

    public BayesLearner() {
        super("bayes", "naive Bayes", Role.FITTED, Costs.ONE_PASS, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("smoothing", 0.1, 100));
    }

    @Override
    public Model train(Training training) {
        double smoothing = training.settings().number("smoothing");
        NaiveBayes bayes = NaiveBayes.fit(training.data(), training.sample(), smoothing, training.progress());
        return new BayesModel(bayes, !training.settings().text("calibration").equals("none"));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("bayes", BayesModel.class);
    }
}
