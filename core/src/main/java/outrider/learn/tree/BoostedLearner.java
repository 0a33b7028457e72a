package outrider.learn.tree;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.foundWhole;
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
import outrider.learn.Settings;
import outrider.learn.Training;

/** Boosted trees. */
public final class BoostedLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.FITTED,
            whole("rounds", "rounds", "Trees at most.", 1, 10_000, 600),
            number("rate", "learning rate", "How much of each tree is taken.", 0.001, 1, 0.05),
            whole("depth", "depth", "Of each tree.", 1, 16, 3),
            foundWhole(
                    "leafRecords",
                    "fewest records in a leaf",
                    "A leaf holds at least this many training records. As needed: 40, of less than 2,000 records a fiftieth, but 5 or more.",
                    1,
                    1_000_000),
            number("rowShare", "share of records", "Drawn anew for each round.", 0.05, 1, 0.7),
            number("columnShare", "share of columns", "Drawn anew for each round.", 0.05, 1, 0.5),
            number("penalty", "penalty", "Pulls the values of leaves towards 0.", 0, 10_000, 1),
            whole(
                    "patience",
                    "patience",
                    "Stops after so many rounds without a gain on a held-back sixth of training, or on all sixths in turn where one holds fewer than 100 events; 0 goes all rounds.",
                    0,
                    1000,
                    50),
            CommonSettings.LEVEL_GAIN,
            CommonSettings.RISING,
            CommonSettings.FALLING);

    public BoostedLearner() {
        super("boosted", "boosted trees", Role.FITTED, Costs.BOOSTED, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(
                Dial.of("rate", 0.02, 0.2),
                Dial.of("depth", 2, 6),
                Dial.of("leafRecords", 10, 200),
                Dial.of("rowShare", 0.5, 1),
                Dial.of("columnShare", 0.3, 1),
                Dial.of("penalty", 0.1, 50));
    }

    @Override
    public Model train(Training training) {
        BoostedTrees.Options way = new BoostedTrees.Options(
                training.settings().whole("rounds"),
                training.settings().whole("depth"),
                training.leafRecords(40, 50, 5),
                training.settings().number("rowShare"),
                training.settings().number("columnShare"),
                new Criterion.SecondOrder(
                                training.settings().number("penalty"),
                                training.settings().number("rate"))
                        .of(training.settings()),
                training.settings().whole("patience"),
                Monotone.of(training.settings()));
        return training.promising(new BoostedModel(
                BoostedTrees.fit(training.data(), training.sample(), way, training.workers(), training.progress())));
    }

    @Override
    public Settings settled(Settings settings, Model model) {
        if (settings.whole("patience") == 0) return settings;
        BoostedModel boosted = (BoostedModel) model.learnt();
        return settings.with("rounds", boosted.fit().trees().size()).with("patience", 0);
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("boosted", BoostedModel.class);
    }
}
