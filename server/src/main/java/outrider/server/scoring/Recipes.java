package outrider.server.scoring;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Population;
import outrider.exchange.Reasons;
import outrider.exchange.ScoringRecipe;
import outrider.formula.Formula;
import outrider.learn.Model;
import outrider.measure.BandRow;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.BandTables;
import outrider.server.comparison.Comparisons;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.DatasetJoin;
import outrider.server.dataset.Datasets;
import outrider.server.work.WorkStatus;
import outrider.table.Column;

/** Makes the recipe by which a candidate scores lists. */
@ApplicationScoped
public class Recipes {
    private static final int BANDS = 10;

    private final Candidates candidates;
    private final Briefs briefs;
    private final BriefTables tables;
    private final Comparisons comparisons;
    private final BandTables bandTables;
    private final Datasets datasets;

    Recipes(
            Candidates candidates,
            Briefs briefs,
            BriefTables tables,
            Comparisons comparisons,
            BandTables bandTables,
            Datasets datasets) {
        this.datasets = datasets;
        this.candidates = candidates;
        this.briefs = briefs;
        this.tables = tables;
        this.comparisons = comparisons;
        this.bandTables = bandTables;
    }

    /** @throws BadInput if the candidate is not fitted */
    public ScoringRecipe of(long candidateId) {
        Candidate candidate = candidates.get(candidateId);
        if (candidate.status != WorkStatus.DONE) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        }
        Brief brief = briefs.get(candidate.briefId);
        Model model = candidates.model(candidate);
        Map<String, String> made = new TreeMap<>();
        Set<String> read = new LinkedHashSet<>();
        for (String name : model.columns()) collect(brief, name, made, read);
        Population population = brief.population;
        String where = population == null ? null : population.where();
        if (population != null && where != null) {
            for (String name : population.read(tables.table(brief)).reads()) collect(brief, name, made, read);
        }
        List<ScoringRecipe.Need> needs = read.stream()
                .map(name -> new ScoringRecipe.Need(
                        name,
                        tables.table(brief).column(name).type(),
                        brief.column(name).reading()))
                .toList();
        Comparisons.Threshold cut = comparisons.threshold(candidate, brief);
        int bands = Math.min(BANDS, Splits.of(brief).validation().length);
        List<BandRow> rows =
                bandTables.bands(List.of(candidateId), bands, false).get(0).validation();
        double[] from = rows.subList(0, rows.size() - 1).stream()
                .mapToDouble(BandRow::lowestScore)
                .toArray();
        String words = cut.score() == null
                ? "acts on nobody, " + cut.rule().words()
                : String.format(
                        Locale.ROOT,
                        "acts from a score of %.4g on, the top %.1f %% of validation, %s",
                        cut.score(),
                        100 * cut.depth(),
                        cut.rule().words());
        Reasons reasons = Reasons.of(
                model,
                tables.table(brief),
                Splits.of(brief).training(),
                said(brief, model, ColumnSetup::phrase),
                said(brief, model, ColumnSetup::phraseMissing),
                new Seeds(brief.seed));
        return new ScoringRecipe(
                brief.name,
                candidate.name,
                identifier(brief),
                needs,
                cut.score(),
                words,
                from,
                model,
                reasons,
                made,
                where,
                joins(brief, read));
    }

    /** The joins that what is read comes by: those after the last of them are of no use. */
    private List<ScoringRecipe.Joined> joins(Brief brief, Set<String> read) {
        Dataset dataset = datasets.get(brief.datasetId);
        List<ScoringRecipe.Joined> joins = new ArrayList<>();
        int needed = 0;
        for (DatasetJoin join : dataset.joins) {
            joins.add(new ScoringRecipe.Joined(join.file().file(), join.file().terms()));
            if (join.names().stream().anyMatch(read::contains)) needed = joins.size();
        }
        return joins.subList(0, needed);
    }

    /** What a column is made of, down to the file's own. */
    private void collect(Brief brief, String name, Map<String, String> made, Set<String> read) {
        String formula = brief.column(name).formula();
        if (formula == null) {
            read.add(name);
        } else if (made.put(name, formula) == null) {
            Formula.of(formula, Formula.types(tables.table(brief)))
                    .reads()
                    .forEach(of -> collect(brief, of, made, read));
        }
    }

    private static Map<String, String> said(Brief brief, Model model, Function<ColumnSetup, @Nullable String> which) {
        Map<String, String> said = new TreeMap<>();
        for (String name : model.columns()) {
            String phrase = which.apply(brief.column(name));
            if (phrase != null) said.put(name, phrase);
        }
        return said;
    }

    private @Nullable String identifier(Brief brief) {
        return tables.table(brief).columns().stream()
                .map(Column::name)
                .filter(name -> brief.column(name).role() == ColumnSetup.Role.IDENTIFIER)
                .findFirst()
                .orElse(null);
    }
}
