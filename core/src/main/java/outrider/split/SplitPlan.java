package outrider.split;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.table.Table;

/**
 * How a brief's records are dealt to parts and what training does about rare events.
 *
 * @param groupBy an identifier whose records stay in one part; null for none
 * @param copiesTogether whether records that are equal in every column stay in one part and one fold
 * @param folds k of the folds within training; by date they follow each other, and are fewer where its days are few
 */
public record SplitPlan(
        Dealing by, long seed, @Nullable String groupBy, boolean copiesTogether, int folds, Balance balance) {
    /**
     * By what records are dealt.
     *
     * @param shares of training, validation and reserve; each > 0, together 1. For {@link Method#DATE} only where a day is null
     * @param column whose values or days decide; null for {@link Method#SHARES}
     * @param levels of that column, each to where it goes; for {@link Method#COLUMN}
     * @param validationFrom the first day of validation, ISO; null takes it from the shares. For {@link Method#DATE}
     * @param reserveFrom the first day of the reserve, likewise
     * @param leaveOutMissing whether records without a value of {@code column} are left out; else they are refused
     */
    public record Dealing(
            Method method,
            @Nullable List<Double> shares,
            @Nullable String column,
            @Nullable Map<String, Target> levels,
            @Nullable String validationFrom,
            @Nullable String reserveFrom,
            boolean leaveOutMissing)
            implements Inline {
        public Dealing {
            if (method == null) method = Method.SHARES;
        }
    }

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
        if (balance == null) balance = Balance.NONE;
        if (folds == 0) folds = FOLDS;
    }

    /**
     * Asked of a plan that somebody makes; those of before are read as they are.
     *
     * @throws BadInput unless 2 to 50 folds are wanted
     */
    public void demandFolds() {
        if (folds < 2 || folds > Folds.MOST) throw BadInput.of("folds", "is " + folds, "give 2 to " + Folds.MOST);
    }

    /** Whether it holds anything back; only a file that comes in its parts may do without. */
    public boolean hasReserve() {
        return by.method != Method.COLUMN
                || by.levels == null
                || by.levels.values().stream().anyMatch(Target::reserve);
    }

    /**
     * What stays in one part, one fold and one draw of a learner: the first record of each record's unit.
     *
     * @param copies as {@link Units#copies} found them
     */
    public int[] units(Table table, int[] copies) {
        if (groupBy != null) return Units.of(table.column(groupBy));
        return copiesTogether ? copies.clone() : Units.single(table.size());
    }

    public static SplitPlan byShares(List<Double> shares, long seed) {
        return new SplitPlan(
                new Dealing(Method.SHARES, shares, null, null, null, null, false),
                seed,
                null,
                false,
                FOLDS,
                Balance.NONE);
    }

    /** How the parts are made, as the end of a sentence "Records were dealt …". */
    public String words() {
        String together = groupBy != null
                ? ", all of one " + groupBy + " into one part"
                : copiesTogether ? ", exact copies into one part" : "";
        return switch (by.method) {
            case SHARES -> "at random within each outcome" + together;
            case COLUMN -> "by the column " + by.column + together;
            case DATE -> "by the date " + by.column + ", the latest to validation and reserve" + together;
        };
    }
}
