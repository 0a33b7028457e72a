package outrider.learn.supplied;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.of;
import static outrider.learn.Setting.yes;

import java.util.List;
import java.util.Map;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Settings;
import outrider.learn.Training;

/** A score column of the file, scored elsewhere. */
public final class SuppliedLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.FITTED,
            of(Setting.Type.COLUMN, "column", "column", "The column that holds the score."),
            yes(
                    "lowerIsRiskier",
                    "lower is riskier",
                    "Whether a low score means a likely event.",
                    null,
                    "lower is riskier",
                    "higher is riskier"),
            yes(
                    "probability",
                    "a probability",
                    "Whether the score is the probability of the event.",
                    null,
                    "a probability",
                    "a plain score"));

    public SuppliedLearner() {
        super("supplied", "supplied score", Role.SUPPLIED, Costs.CONSTANT, SETTINGS);
    }

    @Override
    public Model train(Training training) {
        Settings settings = training.settings();
        return new SuppliedScore(settings.text("column"), settings.yes("lowerIsRiskier"), settings.yes("probability"));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("supplied", SuppliedScore.class);
    }
}
