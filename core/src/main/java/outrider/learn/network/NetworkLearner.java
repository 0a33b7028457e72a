package outrider.learn.network;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.number;
import static outrider.learn.Setting.whole;

import java.util.List;
import java.util.Map;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Training;

/** A neural network of one hidden layer. */
public final class NetworkLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.RECALIBRATED,
            CommonSettings.LEVELS,
            whole("units", "hidden units", "In the one hidden layer.", 1, 200, 4),
            choice("activation", "units", "How a unit bends.", "tanh", "tanh units", "logistic", "logistic units"),
            number("decay", "weight decay", "Pulls weights towards 0.", 0, 10, 0.003),
            whole("starts", "starts", "Seeded random starts, of which the best on training is kept.", 1, 20, 2),
            whole("steps", "steps", "Of the descent at most, from each start.", 1, 5000, 100));

    public NetworkLearner() {
        super("network", "neural network", Role.FITTED, Costs.NETWORK, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("units", 2, 16), Dial.of("decay", 1e-4, 0.1), Dial.of("activation"));
    }

    @Override
    public Model train(Training training) {
        Training.Scaled scaled = training.scaled(false, false);
        Network.Options way = new Network.Options(
                training.settings().whole("units"),
                training.settings().text("activation").equals("tanh"),
                training.settings().number("decay"),
                training.settings().whole("starts"),
                training.settings().whole("steps"));
        Network.Fit fit = Network.fit(
                scaled.x(),
                training.outcome(),
                training.sample().weight(),
                way,
                training.data().seed(),
                training.workers(),
                training.progress());
        return training.promising(new NetworkModel(scaled.preparation(), scaled.scaling(), fit));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("network", NetworkModel.class);
    }
}
