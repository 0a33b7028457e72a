package outrider.learn.tree;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.foundWhole;
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

/** One decision tree, pruned. */
public final class TreeLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = all(
            CommonSettings.RECALIBRATED,
            choice(
                    "impurity",
                    "splits by",
                    "What a split lowers.",
                    "gini",
                    "Gini",
                    "entropy",
                    "entropy",
                    "gainRatio",
                    "gain ratio"),
            whole("depth", "depth", "How many questions in a row at most.", 1, 60, 20),
            foundWhole(
                    "leafRecords",
                    "fewest records in a leaf",
                    "A leaf holds at least this many training records. As needed: 50, of less than 2,000 records a fortieth, but 5 or more.",
                    1,
                    1_000_000),
            choice(
                    "pruning",
                    "pruning",
                    "How the grown tree is cut back; by description length where training has too few events for folds.",
                    "minimum",
                    "cut to the lowest cross-validated error",
                    "oneStandardError",
                    "cut to one standard error",
                    "descriptionLength",
                    "cut by description length",
                    "leaves",
                    "cut to a size",
                    "none",
                    "not cut"),
            choice(
                    "pruningError",
                    "error",
                    "What pruning counts: squared error of the event rate, or wrong guesses (which for rare events cuts everything).",
                    "squared",
                    "squared error",
                    "misclassified",
                    "wrong guesses"),
            whole("leaves", "leaves", "The size to cut to, where pruning says so.", 1, 100_000, 20),
            CommonSettings.LEVEL_GAIN,
            CommonSettings.RISING,
            CommonSettings.FALLING);

    public TreeLearner() {
        super("tree", "decision tree", Role.FITTED, Costs.TREE, SETTINGS);
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("leafRecords", 10, 400), Dial.of("depth", 3, 30), Dial.of("impurity"));
    }

    @Override
    public Model train(Training training) {
        DecisionTree.Options way = new DecisionTree.Options(
                criterion(training.settings()),
                training.settings().whole("depth"),
                training.leafRecords(50, 40, 5),
                switch (training.settings().text("pruning")) {
                    case "minimum" -> DecisionTree.Cutting.MINIMUM;
                    case "oneStandardError" -> DecisionTree.Cutting.ONE_STANDARD_ERROR;
                    case "descriptionLength" -> DecisionTree.Cutting.DESCRIPTION_LENGTH;
                    case "leaves" -> DecisionTree.Cutting.SIZE;
                    default -> DecisionTree.Cutting.NONE;
                },
                training.settings().text("pruningError").equals("squared")
                        ? Pruning.Error.SQUARED
                        : Pruning.Error.MISCLASSIFIED,
                training.settings().whole("leaves"),
                10,
                Monotone.of(training.settings()));
        return new TreeModel(
                DecisionTree.fit(training.data(), training.sample(), way, training.workers(), training.progress()));
    }

    private static Criterion criterion(Settings settings) {
        Criterion impurity = switch (settings.text("impurity")) {
            case "entropy" -> Criterion.ENTROPY;
            case "gainRatio" -> Criterion.GAIN_RATIO;
            default -> Criterion.GINI;
        };
        return impurity.of(settings);
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("tree", TreeModel.class);
    }
}
