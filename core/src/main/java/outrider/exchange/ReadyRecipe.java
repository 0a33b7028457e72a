package outrider.exchange;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.table.Column;
import outrider.table.Table;

/** A released recipe that scores small lists often: what is the same for all of them is worked out once. Thread safe. */
public final class ReadyRecipe {
    private final ReleasedRecipe released;
    private volatile Reasons.@Nullable Finder finder;

    public ReadyRecipe(ReleasedRecipe released) {
        this.released = released;
    }

    /**
     * Scores records whose columns are read already.
     *
     * @param read the recipe's columns, of their types
     * @param who names the records; null to number them
     * @param most reasons wanted of each record, 0 to 5
     * @return as {@link ReleasedRecipe#apply}
     * @throws BadInput if a record cannot be scored, or no reasons can be given
     */
    public Table apply(Table read, @Nullable Column who, int most) {
        ScoringRecipe recipe = released.recipe();
        recipe.demandReasons(most);
        Table whole = recipe.withMade(read);
        ScoringRecipe.Scores scores =
                recipe.score(whole, read.size(), most == 0 ? null : finder(whole), most, Workers.ALONE, Progress.NONE);
        return released.versioned(recipe.scored(who, read, whole, scores));
    }

    private Reasons.@Nullable Finder finder(Table read) {
        Reasons.Finder known = finder;
        if (known != null) return known;
        Reasons.Finder made = released.recipe().finder(read);
        finder = made;
        return made;
    }
}
