package outrider.search;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Learner;
import outrider.learn.Model;
import outrider.learn.OutOfFold;
import outrider.learn.Settings;
import outrider.learn.Training;
import outrider.measure.RankingFigures;
import outrider.prepare.TrainingData;
import outrider.rank.Ranking;
import outrider.split.Balance;
import outrider.split.Folds;

/**
 * Tries kinds and settings by out-of-fold scores on training; validation is never looked at. What is tried next depends on the
 * seed and on what was found before, so that a search taken up again goes on as it would have.
 */
public final class Search {
    private static final int BEST = 3;
    private static final int ATTEMPTS = 30;

    /** By what trials are judged. */
    public enum Measure {
        AUC("AUC"),
        AVERAGE_PRECISION("average precision"),
        CAPTURE("capture rate");

        private final String words;

        Measure(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * @param depth of {@link Measure#CAPTURE}, a share of the population; else not read
     * @param folds of training
     */
    public record Plan(List<Learner> kinds, Measure measure, double depth, int folds, long seed) {
        /** @throws BadInput naming the field that will not do */
        public Plan {
            if (kinds == null || kinds.isEmpty() || !kinds.stream().allMatch(Learner::takesInputs)) {
                throw BadInput.of("kinds", "are " + kinds, "choose at least one that learns from columns");
            }
            if (measure == null) throw BadInput.of("measure", "is missing", "choose one");
            if (measure == Measure.CAPTURE && !(depth > 0 && depth < 1)) {
                throw BadInput.of("depth", "is " + depth, "give a share of the population between 0 and 1");
            }
            if (folds < 2 || folds > 50) throw BadInput.of("folds", "is " + folds, "give 2 to 50");
        }
    }

    /**
     * What was tried.
     *
     * @param value mean of the measure over folds; null where it was refused
     * @param standardError of the mean, from the spread over folds
     * @param size how many numbers the model learnt
     * @param refusal why it could not be fitted; null where it could
     */
    public record Trial(
            int number,
            Learner kind,
            Map<String, Object> settings,
            @Nullable Double value,
            @Nullable Double standardError,
            double @Nullable [] folds,
            long size,
            @Nullable String refusal) {}

    private Search() {}

    /** What to try next, at first each kind as it comes, the fastest first; null where nothing new could be found. */
    public static @Nullable Trial next(Plan plan, int inputs, List<Trial> done) {
        int number = done.size();
        List<Learner> kinds = plan.kinds().stream()
                .sorted(Comparator.comparingInt(Learner::cost))
                .toList();
        if (number < kinds.size()) {
            Learner kind = kinds.get(number);
            return proposed(number, kind, Settings.initial(kind));
        }
        RandomStream random = new Seeds(plan.seed()).stream("trial/" + number);
        List<Trial> best = ranked(done);
        for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
            Learner kind = drawn(kinds, random);
            Settings settings;
            if (best.isEmpty() || random.nextDouble() < 0.5) {
                settings = Space.random(kind, inputs, random);
            } else {
                Trial from = best.get(random.nextInt(Math.min(BEST, best.size())));
                kind = from.kind();
                settings = Space.near(kind, Settings.of(kind, from.settings()), inputs, random);
            }
            Trial trial = proposed(number, kind, settings);
            if (done.stream().noneMatch(tried -> same(tried, trial))) return trial;
        }
        return null;
    }

    /** The faster half of the kinds is drawn twice as often. */
    private static Learner drawn(List<Learner> byCost, RandomStream random) {
        int fast = (byCost.size() + 1) / 2;
        int at = random.nextInt(byCost.size() + fast);
        return byCost.get(at < byCost.size() ? at : at - byCost.size());
    }

    private static Trial proposed(int number, Learner kind, Settings settings) {
        return new Trial(number, kind, settings.values(), null, null, null, 0, null);
    }

    private static boolean same(Trial a, Trial b) {
        return a.kind() == b.kind()
                && Settings.of(a.kind(), a.settings()).values().equals(b.settings());
    }

    /** Fits the proposed trial on every fold's complement. A refusal is kept, not thrown. */
    public static Trial run(
            Plan plan, Trial trial, TrainingData data, Balance balance, Workers workers, Progress progress) {
        Folds dealt = OutOfFold.folds(data, plan.folds());
        if (dealt == null)
            throw BadInput.of("folds", "are not possible: " + data.fewForFolds(), "give training more of the data");
        int k = dealt.count();
        Settings settings = Settings.of(trial.kind(), trial.settings());
        long[] size = new long[1];
        Settings settled;
        try {
            settled = settings.asNeeded("penalty") && !dealt.forward()
                    ? trial.kind()
                            .settled(
                                    settings,
                                    Training.of(
                                            trial.kind(), settings, data, balance, workers, progress.part(0, 0.5, "")))
                    : settings;
        } catch (BadInput e) {
            return refused(trial, settings, e);
        }
        OutOfFold.Fit fit = (others, own) -> {
            Model model = Training.of(trial.kind(), settled, others, balance, workers, own);
            synchronized (size) {
                size[0] = Math.max(size[0], model.size());
            }
            return model;
        };
        try {
            double[] folds =
                    OutOfFold.of(data, dealt, fit, workers, progress).byFold(data, ranking -> measured(plan, ranking));
            double mean = Arrays.stream(folds).average().orElseThrow();
            double squares =
                    Arrays.stream(folds).map(v -> (v - mean) * (v - mean)).sum();
            double error = Math.sqrt(squares / (k - 1) / k);
            return new Trial(trial.number(), trial.kind(), settings.values(), mean, error, folds, size[0], null);
        } catch (BadInput e) {
            return refused(trial, settings, e);
        }
    }

    private static Trial refused(Trial trial, Settings settings, BadInput e) {
        return new Trial(trial.number(), trial.kind(), settings.values(), null, null, null, 0, e.getMessage());
    }

    private static double measured(Plan plan, Ranking ranking) {
        return switch (plan.measure()) {
            case AUC -> ranking.auc();
            case AVERAGE_PRECISION -> RankingFigures.of(ranking).averagePrecision();
            case CAPTURE -> ranking.eventsAt(plan.depth() * ranking.total()) / ranking.totalEvents();
        };
    }

    /** Those that could be fitted, the best first; of equal ones the first tried. */
    public static List<Trial> ranked(List<Trial> trials) {
        return trials.stream()
                .filter(trial -> trial.value() != null)
                .sorted(Comparator.comparingDouble((Trial trial) -> -requireNonNull(trial.value()))
                        .thenComparingInt(Trial::number))
                .toList();
    }

    /** Of the trials within one standard error of the best, the one that learnt the fewest numbers, of equal ones the better; null where there is none. */
    public static @Nullable Trial simplest(List<Trial> trials) {
        List<Trial> ranked = ranked(trials);
        if (ranked.isEmpty()) return null;
        double enough = requireNonNull(ranked.get(0).value())
                - requireNonNull(ranked.get(0).standardError());
        return ranked.stream()
                .filter(trial -> requireNonNull(trial.value()) >= enough)
                .min(Comparator.comparingLong(Trial::size)
                        .thenComparingDouble(trial -> -requireNonNull(trial.value()))
                        .thenComparingInt(Trial::number))
                .orElseThrow();
    }
}
