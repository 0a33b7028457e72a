package outrider.learn.linear;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.number;
import static outrider.learn.Setting.whole;
import static outrider.learn.Setting.yes;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import outrider.base.Seeds;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Training;

/** The linear margin classifier. */
public final class MarginLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.PREPARED,
            choice("loss", "loss", "What a record on the wrong side costs.", "hinge", "hinge loss", "log", "log loss"),
            choice(
                    "penaltyForm",
                    "form of the penalty",
                    "Squares shrink all slopes, absolutes pull weak ones nearly to 0.",
                    "squares",
                    "penalty on squares",
                    "absolutes",
                    "penalty on absolutes"),
            number("penalty", "penalty", "Pulls slopes of standardised inputs towards 0.", 1e-8, 1, 1e-4),
            whole("passes", "passes", "How often it goes over the training records.", 1, 1000, 20),
            yes(
                    "evenClasses",
                    "even weight of events and non-events",
                    "Lets events weigh as much as all non-events together, without which a rare event is given up.",
                    true,
                    "events weigh as much as others",
                    "events weigh as they are"),
            CommonSettings.CURVES);

    public MarginLearner() {
        super("margin", "linear margin classifier", Role.FITTED, Costs.DESCENT, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("penalty", 1e-6, 1e-2), Dial.of("loss"), Dial.of("penaltyForm"), Dial.of("curves"));
    }

    @Override
    public Model train(Training training) {
        Training.Scaled scaled = training.scaled(training.settings().yes("curves"), false);
        byte[] y = training.outcome();
        double[] weight = training.sample().weight() == null
                ? new double[y.length]
                : training.sample().weight().clone();
        if (training.sample().weight() == null) Arrays.fill(weight, 1);
        if (training.settings().yes("evenClasses")) evenOut(weight, y);
        LinearMargin.Options way = new LinearMargin.Options(
                training.settings().text("loss").equals("hinge"),
                training.settings().text("penaltyForm").equals("absolutes"),
                training.settings().number("penalty"),
                training.settings().whole("passes"));
        LinearFit fit = LinearMargin.fit(
                scaled.x(), y, weight, way, new Seeds(training.data().seed()).stream("margin"), training.progress());
        return new LinearModel(scaled.preparation(), scaled.scaling(), fit, null);
    }

    private static void evenOut(double[] weight, byte[] y) {
        double[] total = new double[2];
        for (int i = 0; i < y.length; i++) total[y[i]] += weight[i];
        for (int i = 0; i < y.length; i++) weight[i] *= (total[0] + total[1]) / 2 / total[y[i]];
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("linear", LinearModel.class);
    }
}
