package outrider.server.errors;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.rank.Ranking;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.table.Table;

/**
 * One candidate's validation, record by record.
 */
record ErrorCase(Brief brief, Candidate candidate, Table table, Scored records, ActedBefore before) {
    /**
     * Records of validation, in the order of the scores.
     *
     * @param rows of the table, in the order of the scores
     * @param middle rank of each record, the middle one among those of equal score
     * @param unit of each record, or null where each stands alone
     * @param value of each record, or null without a value column
     */
    record Scored(
            int[] rows,
            byte[] outcome,
            double[] score,
            Ranking ranking,
            double[] middle,
            int @Nullable [] unit,
            double @Nullable [] value) {}

    /**
     * Who was acted on before.
     *
     * @param actedColumn the column that says who was acted on before, with {@code acted} by record; both null where none does
     */
    record ActedBefore(@Nullable String actedColumn, boolean @Nullable [] acted) {}

    /** Who lies in one of the cells, by record. */
    boolean[] selected(List<ErrorCell> cells) {
        boolean[] selected = new boolean[records.rows.length];
        for (int i = 0; i < selected.length; i++) {
            for (ErrorCell cell : cells)
                selected[i] |= cell.holds(records.middle[i], records.score[i], records.outcome[i]);
        }
        return selected;
    }

    boolean actedBefore(int i) {
        return before.acted != null && before.acted[i];
    }
}
