package outrider.casefile;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.base.Seeds;
import outrider.exchange.Reasons;
import outrider.exchange.ScoringRecipe;
import outrider.formula.Formula;
import outrider.learn.Model;
import outrider.measure.BandRow;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.table.Column;
import outrider.table.Table;

/** Makes the recipe by which a candidate of a case scores lists. */
public final class RecipeMaker {
    private static final int BANDS = 10;

    private RecipeMaker() {}

    /**
     * What a recipe takes of its case.
     *
     * @param table read as the case reads it
     * @param population null for all records
     * @param training records from which made-up ones are drawn, that reasons are given against
     */
    public record Source(
            String name,
            Table table,
            Function<String, ColumnSetup> columns,
            @Nullable Population population,
            int[] training,
            long seed,
            List<Joined> joins) {}

    /**
     * A file that was joined.
     *
     * @param names of the columns that came with it; null where nobody knows
     */
    public record Joined(
            ScoringRecipe.Joined file, @Nullable List<String> names) {}

    /**
     * The candidate, and where it cuts.
     *
     * @param records of validation that are acted on; a tie group that straddles them is left out
     * @param rule by what the cut was set, in words
     */
    public record Chosen(String name, Model model, Ranking validation, double records, String rule) {}

    public static ScoringRecipe of(Source source, Chosen chosen) {
        Map<String, String> made = new TreeMap<>();
        Set<String> read = new LinkedHashSet<>();
        Model model = chosen.model();
        for (String name : model.columns()) collect(source, name, made, read);
        Population population = source.population();
        String where = population == null ? null : population.where();
        if (population != null && where != null) {
            for (String name : population.read(source.table()).reads()) collect(source, name, made, read);
        }
        List<ScoringRecipe.Need> needs = read.stream()
                .map(name -> new ScoringRecipe.Need(
                        name,
                        source.table().column(name).type(),
                        source.columns().apply(name).reading()))
                .toList();
        Ranking ranking = chosen.validation();
        int point = ranking.pointAtOrBefore(chosen.records());
        Double threshold = point == 0 ? null : (Double) ranking.score(point);
        int bands = (int) Math.min(BANDS, ranking.total());
        List<BandRow> rows = Bands.of(ranking, bands);
        double[] from = rows.subList(0, rows.size() - 1).stream()
                .mapToDouble(BandRow::lowestScore)
                .toArray();
        Reasons reasons = Reasons.of(
                model,
                source.table(),
                source.training(),
                said(source, model, ColumnSetup::phrase),
                said(source, model, ColumnSetup::phraseMissing),
                new Seeds(source.seed()));
        return new ScoringRecipe(
                source.name(),
                chosen.name(),
                identifier(source),
                needs,
                model,
                new ScoringRecipe.Acting(
                        threshold,
                        words(threshold, ranking.size(point) / ranking.total(), chosen.rule()),
                        from,
                        reasons),
                new ScoringRecipe.Shape(made, where, joins(source, read)));
    }

    private static String words(@Nullable Double threshold, double depth, String rule) {
        return threshold == null
                ? "acts on nobody, " + rule
                : String.format(
                        Locale.ROOT,
                        "acts from a score of %.4g on, the top %.1f %% of validation, %s",
                        threshold,
                        100 * depth,
                        rule);
    }

    /** What a column is made of, down to the file's own. */
    private static void collect(Source source, String name, Map<String, String> made, Set<String> read) {
        String formula = source.columns().apply(name).formula();
        if (formula == null) {
            read.add(name);
        } else if (made.put(name, formula) == null) {
            Formula.of(formula, Formula.types(source.table())).reads().forEach(of -> collect(source, of, made, read));
        }
    }

    /** The joins that what is read comes by: those after the last of them are of no use. */
    private static List<ScoringRecipe.Joined> joins(Source source, Set<String> read) {
        List<ScoringRecipe.Joined> all =
                source.joins().stream().map(Joined::file).toList();
        int needed = 0;
        for (int i = 0; i < all.size(); i++) {
            List<String> names = source.joins().get(i).names();
            if (names == null || names.stream().anyMatch(read::contains)) needed = i + 1;
        }
        return all.subList(0, needed);
    }

    private static Map<String, String> said(Source source, Model model, Function<ColumnSetup, @Nullable String> which) {
        Map<String, String> said = new TreeMap<>();
        for (String name : model.columns()) {
            String phrase = which.apply(source.columns().apply(name));
            if (phrase != null) said.put(name, phrase);
        }
        return said;
    }

    private static @Nullable String identifier(Source source) {
        return source.table().columns().stream()
                .map(Column::name)
                .filter(name -> source.columns().apply(name).role() == ColumnSetup.Role.IDENTIFIER)
                .findFirst()
                .orElse(null);
    }
}
