package outrider.learn;

import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.numbers;
import static outrider.learn.Setting.whole;
import static outrider.learn.Setting.yes;

import java.util.List;

/** Settings that several kinds share. */
public final class CommonSettings {
    public static final List<Setting> FITTED = List.of(choice(
            "calibration",
            "calibration",
            "A map of the score to a probability, learnt on out-of-fold scores.",
            "none",
            "not recalibrated",
            "logistic",
            "recalibrated, logistic",
            "isotonic",
            "recalibrated, isotonic"));
    /** Of a kind whose own probabilities are known to be too sure, or too timid. */
    public static final List<Setting> RECALIBRATED = List.of(choice(
            "calibration",
            "calibration",
            "A map of the score to a probability, learnt on out-of-fold scores; without it this kind promises too much or too little. Where training is too small for folds, logistic leaves it as it is.",
            "logistic",
            "recalibrated, logistic",
            "isotonic",
            "recalibrated, isotonic",
            "none",
            "not recalibrated"));

    public static final Setting LEVELS = whole(
            "mostLevels",
            "levels as inputs of their own",
            "Columns with more levels than this become one input, the event rate of the level.",
            2,
            10_000,
            30);
    public static final List<Setting> PREPARED = Setting.all(FITTED, LEVELS);
    public static final Setting RISING =
            numbers("rising", "only rises with", "The score never falls where one of these numbers rises alone.");
    public static final Setting FALLING =
            numbers("falling", "only falls with", "The score never rises where one of these numbers rises alone.");
    public static final Setting LEVEL_GAIN = choice(
            "levelGain",
            "gain of levels",
            "What a split by the levels of a category is held to gain. Many levels that tell nothing gain much by chance, which is taken off.",
            "discounted",
            "gain beyond chance",
            "whole",
            "gain as it is");
    public static final Setting CURVES = yes(
            "curves",
            "curves",
            "Bends every number by a restricted cubic spline of up to 5 knots.",
            false,
            "curves",
            "straight lines");

    private CommonSettings() {}
}
