package outrider.learn;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

/**
 * A candidate fitted in full: its model, and the scores that training records got from models that did not see them.
 *
 * @param outOfFold one a training record, NaN for those that no fold holds; null where none has one
 */
public record Fitted(Model model, double @Nullable [] outOfFold) {
    // Spelt out: the parameters of a compact constructor lose their annotations.
    public Fitted(Model model, double @Nullable [] outOfFold) {
        this.model = model;
        this.outOfFold = outOfFold == null || OutOfFold.scored(outOfFold).length == 0 ? null : outOfFold;
    }

    /** A fitted candidate that goes into a blend; its scores are those of the same training records. */
    public record Member(String name, Model model, double @Nullable [] outOfFold) {}

    /**
     * @param folds of training; fewer where there are fewer events
     * @param members of a blend; empty for other kinds
     * @throws outrider.base.BadInput if the data will not do
     */
    public static Fitted of(
            Learner kind,
            Settings settings,
            TrainingData data,
            Balance balance,
            int folds,
            List<Member> members,
            Workers workers,
            Progress progress) {
        return kind.fit(new FitTask(kind, settings, data, balance, folds, members, workers, progress));
    }
}
