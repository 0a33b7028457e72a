package outrider.learn;

import static outrider.learn.Setting.all;
import static outrider.learn.Setting.choice;
import static outrider.learn.Setting.found;
import static outrider.learn.Setting.foundWhole;
import static outrider.learn.Setting.number;
import static outrider.learn.Setting.numbers;
import static outrider.learn.Setting.of;
import static outrider.learn.Setting.whole;
import static outrider.learn.Setting.yes;

import java.util.Arrays;
import java.util.List;
import outrider.base.BadInput;

/** The kinds of candidate, each with its settings (METHODS section 7). */
public enum Kind {
    LOGISTIC(
            "logistic",
            "logistic regression",
            Role.FITTED,
            all(
                    Common.PREPARED,
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
                    choice(
                            "criterion",
                            "criterion",
                            "What a stepwise choice lowers.",
                            "AIC",
                            "by AIC",
                            "BIC",
                            "by BIC"),
                    Common.CURVES)),
    LEAST_SQUARES(
            "leastSquares",
            "least-squares classifier",
            Role.FITTED,
            all(
                    Common.PREPARED,
                    found(
                            "penalty",
                            "penalty",
                            "Pulls slopes towards 0, of numbers per standard deviation. As needed: what errs least out of fold.",
                            0,
                            1e6),
                    Common.CURVES)),
    MARGIN(
            "margin",
            "linear margin classifier",
            Role.FITTED,
            all(
                    Common.PREPARED,
                    choice(
                            "loss",
                            "loss",
                            "What a record on the wrong side costs.",
                            "hinge",
                            "hinge loss",
                            "log",
                            "log loss"),
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
                    Common.CURVES)),
    BAYES(
            "bayes",
            "naive Bayes",
            Role.FITTED,
            all(
                    Common.RECALIBRATED,
                    number(
                            "smoothing",
                            "smoothing",
                            "Records added to every level, so that none has a share of 0.",
                            0.01,
                            1000,
                            1))),
    NEIGHBOURS(
            "neighbours",
            "nearest neighbours",
            Role.FITTED,
            all(
                    Common.RECALIBRATED,
                    Common.LEVELS,
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
                            10_000))),
    TREE(
            "tree",
            "decision tree",
            Role.FITTED,
            all(
                    Common.RECALIBRATED,
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
                            "How the grown tree is cut back.",
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
                    Common.RISING,
                    Common.FALLING)),
    FOREST(
            "forest",
            "random forest",
            Role.FITTED,
            all(
                    Common.FITTED,
                    whole("trees", "trees", "How many trees vote.", 1, 5000, 300),
                    whole(
                            "columnsTried",
                            "columns tried",
                            "Random columns looked at for each split; 0 for two in five, or for three times the root of more than 50 columns.",
                            0,
                            10_000,
                            0),
                    whole("depth", "depth", "How many questions in a row at most.", 1, 60, 25),
                    foundWhole(
                            "leafRecords",
                            "fewest records in a leaf",
                            "A leaf holds at least this many different training records. As needed: 15, of less than 1,500 records a hundredth, but 3 or more.",
                            1,
                            1_000_000),
                    whole(
                            "drawn",
                            "records drawn",
                            "Each tree draws as many records as there are, but at most this many.",
                            10,
                            10_000_000,
                            100_000))),
    BOOSTED(
            "boosted",
            "boosted trees",
            Role.FITTED,
            all(
                    Common.FITTED,
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
                    Common.RISING,
                    Common.FALLING)),
    NETWORK(
            "network",
            "neural network",
            Role.FITTED,
            all(
                    Common.RECALIBRATED,
                    Common.LEVELS,
                    whole("units", "hidden units", "In the one hidden layer.", 1, 200, 4),
                    choice(
                            "activation",
                            "units",
                            "How a unit bends.",
                            "tanh",
                            "tanh units",
                            "logistic",
                            "logistic units"),
                    number("decay", "weight decay", "Pulls weights towards 0.", 0, 10, 0.003),
                    whole("starts", "starts", "Seeded random starts, of which the best on training is kept.", 1, 20, 2),
                    whole("steps", "steps", "Of the descent at most, from each start.", 1, 5000, 100))),
    BLEND(
            "blend",
            "blend",
            Role.FITTED,
            all(
                    Common.FITTED,
                    choice(
                            "method",
                            "method",
                            "How the scores become one.",
                            "stacking",
                            "logistic stacking",
                            "probabilities",
                            "mean of probabilities",
                            "ranks",
                            "mean of ranks"),
                    of(Setting.Type.CANDIDATES, "members", "members", "The fitted candidates that are blended."))),
    NOBODY("nobody", "reference: the commoner class", Role.REFERENCE, List.of()),
    COIN_TOSS("coinToss", "reference: coin toss", Role.REFERENCE, List.of()),
    BASE_RATE("baseRate", "reference: base rate", Role.REFERENCE, List.of()),
    GROUP_RATES(
            "groupRates",
            "reference: group rates",
            Role.REFERENCE,
            List.of(of(Setting.Type.COLUMNS, "groupBy", "group by", "The columns whose levels make the groups."))),
    SUPPLIED(
            "supplied",
            "supplied score",
            Role.SUPPLIED,
            all(
                    Common.FITTED,
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
                            "a plain score")));

    private static final List<Kind> BY_COST = List.of(
            NOBODY,
            BASE_RATE,
            COIN_TOSS,
            BAYES,
            LEAST_SQUARES,
            MARGIN,
            LOGISTIC,
            TREE,
            BOOSTED,
            NEIGHBOURS,
            FOREST,
            NETWORK);

    private enum Role {
        FITTED,
        REFERENCE,
        SUPPLIED
    }

    /** Settings that several kinds share. */
    private static final class Common {
        static final List<Setting> FITTED = List.of(choice(
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
        static final List<Setting> RECALIBRATED = List.of(choice(
                "calibration",
                "calibration",
                "A map of the score to a probability, learnt on out-of-fold scores; without it this kind promises too much or too little.",
                "logistic",
                "recalibrated, logistic",
                "isotonic",
                "recalibrated, isotonic",
                "none",
                "not recalibrated"));

        static final Setting LEVELS = whole(
                "mostLevels",
                "levels as inputs of their own",
                "Columns with more levels than this become one input, the event rate of the level.",
                2,
                10_000,
                30);
        static final List<Setting> PREPARED = all(FITTED, LEVELS);
        static final Setting RISING =
                numbers("rising", "only rises with", "The score never falls where one of these numbers rises alone.");
        static final Setting FALLING =
                numbers("falling", "only falls with", "The score never rises where one of these numbers rises alone.");
        static final Setting CURVES = yes(
                "curves",
                "curves",
                "Bends every number by a restricted cubic spline of up to 5 knots.",
                false,
                "curves",
                "straight lines");
    }

    private final String jsonName;
    private final String words;
    private final Role role;
    private final List<Setting> settings;

    Kind(String jsonName, String words, Role role, List<Setting> settings) {
        this.jsonName = jsonName;
        this.words = words;
        this.role = role;
        this.settings = settings;
    }

    /** @throws BadInput if there is no kind of that name */
    public static Kind named(String jsonName) {
        return Arrays.stream(values())
                .filter(kind -> kind.jsonName.equals(jsonName))
                .findFirst()
                .orElseThrow(() -> BadInput.of(
                        "kind",
                        jsonName == null ? "is missing" : "is \"" + jsonName + "\"",
                        "choose one of: "
                                + String.join(
                                        ", ",
                                        Arrays.stream(values())
                                                .map(Kind::jsonName)
                                                .toList())));
    }

    public String jsonName() {
        return jsonName;
    }

    public String words() {
        return words;
    }

    /** As a candidate is called that nobody named. */
    public String title() {
        String plain = words.replace("reference: ", "");
        return Character.toUpperCase(plain.charAt(0)) + plain.substring(1);
    }

    public boolean reference() {
        return role == Role.REFERENCE;
    }

    /** Those that need nothing but the inputs, references first, then the fastest to fit first. */
    public static List<Kind> asTheyCome() {
        return BY_COST;
    }

    /** Its place in {@link #asTheyCome}: what is later takes longer to fit. */
    public int cost() {
        return BY_COST.indexOf(this);
    }

    /** Whether it learns from chosen input columns. */
    public boolean takesInputs() {
        return role == Role.FITTED && this != BLEND;
    }

    /** All its settings, those that matter most first. */
    public List<Setting> settings() {
        return settings;
    }
}
