package outrider.server.scoring;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import outrider.base.BadInput;
import outrider.casefile.RecipeMaker;
import outrider.exchange.ScoringRecipe;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.Comparisons;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.server.work.WorkStatus;

/** Makes the recipe by which a candidate scores lists. */
@ApplicationScoped
public class Recipes {
    private final Candidates candidates;
    private final Briefs briefs;
    private final BriefTables tables;
    private final Comparisons comparisons;
    private final Datasets datasets;

    Recipes(Candidates candidates, Briefs briefs, BriefTables tables, Comparisons comparisons, Datasets datasets) {
        this.candidates = candidates;
        this.briefs = briefs;
        this.tables = tables;
        this.comparisons = comparisons;
        this.datasets = datasets;
    }

    /** @throws BadInput if the candidate is not fitted */
    public ScoringRecipe of(long candidateId) {
        Candidate candidate = fitted(candidateId);
        Comparisons.CutOf cut = comparisons.cutOf(candidate, briefs.get(candidate.briefId));
        return at(candidate, cut.records(), cut.rule().words());
    }

    private Candidate fitted(long id) {
        Candidate candidate = candidates.get(id);
        if (candidate.status == WorkStatus.DONE) return candidate;
        throw BadInput.state(BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
    }

    /**
     * The recipe at a cut of so many records of validation.
     *
     * @param rule by what it was set, in words
     */
    public ScoringRecipe at(Candidate candidate, double records, String rule) {
        Brief brief = briefs.get(candidate.briefId);
        Dataset dataset = datasets.get(requireNonNull(brief.datasetId));
        RecipeMaker.Source source = new RecipeMaker.Source(
                brief.name,
                tables.table(brief),
                brief::column,
                brief.population,
                Splits.of(brief).training(),
                brief.seed,
                dataset.joins.stream()
                        .map(join -> new RecipeMaker.Joined(
                                new ScoringRecipe.Joined(
                                        join.file().file(), join.file().terms()),
                                join.names()))
                        .toList());
        return RecipeMaker.of(
                source,
                new RecipeMaker.Chosen(
                        candidate.name,
                        candidates.model(candidate),
                        comparisons.scored(candidate, brief).validation(),
                        records,
                        rule));
    }
}
