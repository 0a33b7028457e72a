package outrider.learn.linear;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.found;

import java.util.List;
import java.util.Map;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.prepare.Preparation;

/** The least-squares classifier: a margin, no probability. */
public final class LeastSquaresLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.PREPARED,
            found(
                    "penalty",
                    "penalty",
                    "Pulls slopes towards 0, of numbers per standard deviation. As needed: what errs least out of fold.",
                    0,
                    1e6),
            CommonSettings.CURVES);

    public LeastSquaresLearner() {
        super("leastSquares", "least-squares classifier", Role.FITTED, Costs.SOLVED, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("penalty", 0.1, 1000), Dial.of("curves"));
    }

    @Override
    public Model train(Training training) {
        PenaltyPath penalties = null;
        if (training.settings().asNeeded("penalty")) {
            Preparation.Options options = training.options(training.settings().yes("curves"), true);
            penalties = PenaltySearch.squares(
                    training.data(),
                    training.sample(),
                    options,
                    training.workers(),
                    training.progress().part(0, 0.8, ""));
        }
        double penalty = penalties == null ? training.settings().number("penalty") : penalties.chosen();
        Training.Scaled scaled = training.scaled(training.settings().yes("curves"), false);
        training.progress().checkpoint(0.9, "solving");
        LinearFit fit = LeastSquares.fit(
                scaled.x(),
                training.outcome(),
                training.sample().weight(),
                penalty,
                training.workers(),
                training.progress());
        return new LinearModel(scaled.preparation(), scaled.scaling(), fit, penalties);
    }

    @Override
    public Settings settled(Settings settings, Model model) {
        return PenaltyPath.settled(settings, ((LinearModel) model).penalties());
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("linear", LinearModel.class);
    }
}
