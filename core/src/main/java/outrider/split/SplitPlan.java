package outrider.split;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a brief's records are dealt to parts and what training does about rare events.
 *
 * @param shares of training, validation and reserve; each > 0, together 1. For {@link Method#DATE} only where a day is null
 * @param column whose values or days decide; null for {@link Method#SHARES}
 * @param levels of that column, each to where it goes; for {@link Method#COLUMN}
 * @param validationFrom the first day of validation, ISO; null takes it from the shares. For {@link Method#DATE}
 * @param reserveFrom the first day of the reserve, likewise
 * @param leaveOutMissing whether records without a value of {@code column} are left out; else they are refused
 * @param groupBy an identifier whose records stay in one part; null for none
 * @param copiesTogether whether records that are equal in every column stay in one part
 * @param folds k of the folds within training; by date they follow each other, and are fewer where its days are few
 */
public record SplitPlan(
        Method method,
        @Nullable List<Double> shares,
        long seed,
        @Nullable String column,
        @Nullable Map<String, Target> levels,
        @Nullable String validationFrom,
        @Nullable String reserveFrom,
        boolean leaveOutMissing,
        @Nullable String groupBy,
        boolean copiesTogether,
        int folds,
        Balance balance) {
    public static final int FOLDS = 5;

    public enum Method {
        SHARES,
        COLUMN,
        DATE
    }

    /** Where the records of a level go. */
    public enum Target {
        TRAINING,
        VALIDATION,
        RESERVE,
        /** Dealt to validation and reserve, half each, stratified by outcome. */
        VALIDATION_AND_RESERVE,
        /** Three quarters to training, a quarter to the reserve, stratified by outcome. */
        TRAINING_AND_RESERVE,
        LEFT_OUT;

        boolean reserve() {
            return this == RESERVE || this == VALIDATION_AND_RESERVE || this == TRAINING_AND_RESERVE;
        }
    }

    public SplitPlan {
        if (method == null) method = Method.SHARES;
        if (balance == null) balance = Balance.NONE;
        if (folds == 0) folds = FOLDS;
    }

    /** Whether it holds anything back; only a file that comes in its parts may do without. */
    public boolean hasReserve() {
        return method != Method.COLUMN
                || levels == null
                || levels.values().stream().anyMatch(Target::reserve);
    }

    public static SplitPlan byShares(List<Double> shares, long seed) {
        return new SplitPlan(
                Method.SHARES, shares, seed, null, null, null, null, false, null, false, FOLDS, Balance.NONE);
    }

    /** How the parts are made, as the end of a sentence "Records were dealt …". */
    public String words() {
        String together = groupBy != null
                ? ", all of one " + groupBy + " into one part"
                : copiesTogether ? ", exact copies into one part" : "";
        return switch (method) {
            case SHARES -> "at random within each outcome" + together;
            case COLUMN -> "by the column " + column + together;
            case DATE -> "by the date " + column + ", the latest to validation and reserve" + together;
        };
    }
}
