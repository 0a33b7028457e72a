package outrider.documents.proof;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.documents.pmml.PmmlScorer;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/** Scores the trial's records by a PMML document. */
final class PmmlTrial {
    private PmmlTrial() {}

    static FormScores run(Trial trial, byte[] document) {
        PmmlScorer scorer = PmmlScorer.read(new ByteArrayInputStream(document));
        List<Column> columns = trial.typed();
        int n = trial.records().size();
        double[] score = new double[n];
        int[] band = new int[n];
        int[] version = new int[n];
        List<@Nullable String> action = new ArrayList<>();
        boolean named = false;
        for (int i = 0; i < n; i++) {
            Map<String, @Nullable Object> record = new HashMap<>();
            for (Column column : columns) record.put(column.name(), value(column, i));
            Map<String, @Nullable Object> told = scorer.score(record);
            score[i] = told.get("score") instanceof Double own ? own : Double.NaN;
            band[i] = told.get("band") instanceof Double own ? own.intValue() : 0;
            action.add((String) told.get("action"));
            if (told.get("version") instanceof Double own) {
                version[i] = own.intValue();
                named = true;
            }
        }
        return new FormScores(score, band, action, named ? version : null);
    }

    private static @Nullable Object value(Column column, int record) {
        if (column.isMissing(record)) return null;
        if (column instanceof NumberColumn numbers) return numbers.values()[record];
        if (column instanceof DateColumn dates) return (double) dates.days()[record];
        return column.text(record);
    }
}
