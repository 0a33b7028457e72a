package outrider.server.errors;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.brief.BriefTables;
import outrider.server.brief.Briefs;
import outrider.server.brief.Splits;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.ValidationUses;
import outrider.server.work.WorkStatus;
import outrider.table.Column;
import outrider.table.Table;

/** Puts a candidate's validation together, record by record; each time is a look at validation. */
@ApplicationScoped
class ErrorCases {
    private final Briefs briefs;
    private final BriefTables tables;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final ValidationUses validationUse;

    ErrorCases(
            Briefs briefs,
            BriefTables tables,
            Candidates candidates,
            Comparisons comparisons,
            ValidationUses validationUse) {
        this.briefs = briefs;
        this.tables = tables;
        this.candidates = candidates;
        this.comparisons = comparisons;
        this.validationUse = validationUse;
    }

    /** @throws BadInput if the candidate is none of the brief's, or not fitted */
    ErrorCase of(long briefId, long candidateId) {
        Brief brief = briefs.get(briefId);
        Candidate candidate = candidates.get(candidateId);
        if (!candidate.briefId.equals(briefId) || candidate.status != WorkStatus.DONE) {
            throw BadInput.of("candidate", "is not a finished candidate of this brief", "choose another");
        }
        validationUse.looked(brief, comparisons.of(brief, null));
        int[] rows = Splits.of(brief).validation();
        var scored = comparisons.scored(candidate, brief);
        Ranking ranking = scored.validation();
        double[] middle = new double[rows.length];
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            int point = scored.ranked().point()[i];
            middle[i] = (ranking.size(point - 1) + ranking.size(point) + 1) / 2;
            score[i] = scored.ranked().score(i);
        }
        Table table = tables.table(brief);
        String acted = brief.columns.entrySet().stream()
                .filter(e -> e.getValue().role() == ColumnSetup.Role.ACTED)
                .map(e -> e.getKey())
                .findFirst()
                .orElse(null);
        return new ErrorCase(
                brief,
                candidate,
                table,
                new ErrorCase.Scored(
                        rows,
                        candidates.outcomes(brief, rows),
                        score,
                        ranking,
                        middle,
                        units(brief, rows),
                        candidates.values(brief, rows)),
                new ErrorCase.ActedBefore(
                        acted, acted == null ? null : acted(table.column(acted), brief.column(acted), rows)));
    }

    int @Nullable [] units(Brief brief, int[] rows) {
        int[] units = candidates.units(brief);
        return units == null ? null : IntStream.of(rows).map(row -> units[row]).toArray();
    }

    private static boolean[] acted(Column column, ColumnSetup setup, int[] rows) {
        boolean[] acted = new boolean[rows.length];
        for (int i = 0; i < rows.length; i++) acted[i] = setup.treatedLevels().contains(column.text(rows[i]));
        return acted;
    }
}
