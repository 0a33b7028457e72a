package outrider.documents.form;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import outrider.base.BadInput;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.table.ColumnType;
import outrider.term.Condition;
import outrider.term.Term;

/**
 * A recipe as forms in other languages are written from it.
 *
 * @param needs columns that the score reads
 */
public record Plan(ReleasedRecipe released, Term score, List<ScoringRecipe.Need> needs) {
    /** By so much of an edge a score may miss it in languages whose exp and ln differ in the last bit. */
    private static final double HAIR = 1e-12;

    private static final int MOST_NODES = 400_000;

    /** @throws BadInput naming what of the recipe no other language can carry */
    public static Plan of(ReleasedRecipe released) {
        ScoringRecipe recipe = released.recipe();
        demandNoFormulas(recipe);
        Term score = recipe.model().term();
        Set<String> read = new LinkedHashSet<>();
        Set<String> asLevels = new HashSet<>();
        collect(score, read, asLevels, new HashSet<>());
        List<ScoringRecipe.Need> needs = recipe.columns().stream()
                .filter(need -> read.contains(need.name()))
                .toList();
        for (ScoringRecipe.Need need : needs) {
            if (asLevels.contains(need.name()) != (need.type() == ColumnType.CATEGORY)) {
                throw BadInput.of(
                        "column \"" + need.name() + "\"",
                        "is read by its texts though it is a "
                                + need.type().name().toLowerCase(Locale.ROOT),
                        "take the recipe itself, the jar or the endpoint");
            }
        }
        return new Plan(released, score, needs);
    }

    /** @throws BadInput if columns are made by formulas, or a condition says for whom it is meant */
    public static void demandNoFormulas(ScoringRecipe recipe) {
        if (!requireNonNull(recipe.shape().made()).isEmpty()) {
            throw BadInput.of(
                    "recipe",
                    "makes "
                            + String.join(
                                    ", ", requireNonNull(recipe.shape().made()).keySet())
                            + " by formulas, which this form cannot carry",
                    "take the recipe itself, the jar or the endpoint");
        }
        if (recipe.shape().where() != null) {
            throw BadInput.of(
                    "recipe",
                    "is meant for records of which \"" + recipe.shape().where()
                            + "\" holds, which this form cannot ask",
                    "take the recipe itself, the jar or the endpoint");
        }
    }

    private static void collect(Term term, Set<String> read, Set<String> asLevels, Set<Object> seen) {
        if (term instanceof Term.Step && !seen.add(System.identityHashCode(term))) return;
        if (term instanceof Term.NumberOf number) read.add(number.column());
        if (term instanceof Term.DaysOf days) read.add(days.column());
        if (term instanceof Term.ByLevel level) {
            read.add(level.column());
            asLevels.add(level.column());
        }
        if (term instanceof Term.Choice choice && choice.when() instanceof Condition.Missing missing) {
            read.add(missing.column());
        }
        if (term instanceof Term.Trees forest) {
            long nodes =
                    forest.trees().stream().mapToLong(t -> t.input().length).sum();
            if (nodes > MOST_NODES) {
                throw BadInput.of(
                        "model",
                        String.format(Locale.ROOT, "has trees of %,d nodes", nodes),
                        String.format(
                                Locale.ROOT,
                                "this form carries up to %,d: take the recipe itself, or bound the leaves",
                                MOST_NODES));
            }
            for (Term.TreeInput input : forest.inputs()) {
                read.add(input.column());
                if (input.levels() != null) asLevels.add(input.column());
            }
        }
        for (Term part : term.parts()) collect(part, read, asLevels, seen);
    }

    public ScoringRecipe recipe() {
        return released.recipe();
    }

    /** From which score on a record is in a band or acted on, a hair below the edge. */
    public static double edge(double from) {
        return from - HAIR * Math.max(1, Math.abs(from));
    }

    /** Names of columns and a prefix that none of them begins with. */
    public String prefix() {
        List<String> names = new ArrayList<>(
                recipe().columns().stream().map(ScoringRecipe.Need::name).toList());
        if (recipe().identifier() != null) names.add(requireNonNull(recipe().identifier()));
        String prefix = "o_";
        while (taken(names, prefix)) prefix = "o" + prefix;
        return prefix;
    }

    private static boolean taken(List<String> names, String prefix) {
        return names.stream().anyMatch(name -> name.toLowerCase(Locale.ROOT).startsWith(prefix));
    }
}
