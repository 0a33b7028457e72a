package outrider.learn.neighbour;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.whole;
import static outrider.learn.Setting.yes;

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

/** Nearest neighbours. */
public final class NeighbourLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.RECALIBRATED,
            CommonSettings.LEVELS,
            whole("neighbours", "neighbours", "How many of the nearest training records vote.", 1, 10_000, 150),
            yes(
                    "byDistance",
                    "votes by distance",
                    "Lets nearer records weigh more.",
                    true,
                    "nearer ones weigh more",
                    "equal votes"),
            whole(
                    "remembered",
                    "records remembered",
                    "Of more training records than this a random choice is kept, events first; what is thinned votes with more weight.",
                    100,
                    200_000,
                    10_000));

    public NeighbourLearner() {
        super("neighbours", "nearest neighbours", Role.FITTED, Costs.NEIGHBOURS, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("neighbours", 20, 1000), Dial.of("byDistance"));
    }

    @Override
    public Model train(Training training) {
        Training.Scaled scaled = training.scaled(false, true);
        Neighbours neighbours = Neighbours.remember(
                scaled.x(),
                training.outcome(),
                training.sample().weight(),
                training.settings().whole("remembered"),
                new Seeds(training.data().seed()).stream("neighbours"));
        return training.corrected(new NeighbourModel(
                scaled.preparation(),
                scaled.scaling(),
                neighbours,
                training.settings().whole("neighbours"),
                training.settings().yes("byDistance")));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("neighbours", NeighbourModel.class);
    }
}
