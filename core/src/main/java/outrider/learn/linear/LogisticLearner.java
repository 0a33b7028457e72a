package outrider.learn.linear;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
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

/** Logistic regression. */
public final class LogisticLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.PREPARED,
            found(
                    "penalty",
                    "penalty",
                    "Pulls coefficients towards 0, of numbers per standard deviation; with 0 they carry intervals. As needed: 0 where there are five events a coefficient, else what loses least out of fold.",
                    0,
                    1e6),
            choice(
                    "choose",
                    "choice of columns",
                    "Which columns stay in.",
                    "all",
                    "all columns",
                    "forward",
                    "forward stepwise",
                    "backward",
                    "backward stepwise",
                    "both",
                    "stepwise both ways"),
            choice("criterion", "criterion", "What a stepwise choice lowers.", "AIC", "by AIC", "BIC", "by BIC"),
            CommonSettings.CURVES);

    public LogisticLearner() {
        super("logistic", "logistic regression", Role.FITTED, Costs.NEWTON, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("penalty", 0.1, 1000).orAsItComes(0.3), Dial.of("choose"), Dial.of("curves"));
    }

    /** A stepwise choice goes without penalty. */
    @Override
    public Map<String, Object> agreed(Map<String, Object> drawn) {
        if (!"all".equals(drawn.getOrDefault("choose", "all"))) drawn.put("penalty", 0.0);
        return drawn;
    }

    @Override
    public Model train(Training training) {
        return new LogisticFitting(training).fit();
    }

    @Override
    public Settings settled(Settings settings, Model model) {
        return PenaltyPath.settled(settings, ((LogisticModel) model).penalties());
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("logistic", LogisticModel.class);
    }
}
