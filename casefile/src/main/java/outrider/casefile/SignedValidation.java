package outrider.casefile;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ScoringRecipe;
import outrider.follow.EventsOverExpected;
import outrider.follow.Judged;
import outrider.follow.Reference;
import outrider.follow.SegmentFigures;
import outrider.follow.SignedFigures;
import outrider.table.Column;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** What a release keeps of validation, for later batches to be held against. */
public final class SignedValidation {
    private SignedValidation() {}

    /**
     * @param table as the case reads it
     * @param validation its records, {@code sample} and {@code score} of these
     * @param columns what is settled about them: segments are told apart
     */
    public static SignedFigures of(
            BriefFile brief,
            Figures figures,
            ScoringRecipe recipe,
            Table table,
            int[] validation,
            Sample sample,
            double[] score,
            Map<String, ColumnSetup> columns,
            Workers workers) {
        double planned = brief.decision().plannedRate() == null
                ? Double.NaN
                : brief.decision().plannedRate();
        List<Column> segments = new TreeMap<>(columns)
                .entrySet().stream()
                        .filter(c -> c.getValue().role() == ColumnSetup.Role.SEGMENT && table.has(c.getKey()))
                        .map(c -> table.column(c.getKey()).gathered(validation))
                        .toList();
        Judged judged = new Judged(
                score,
                recipe.acting().threshold(),
                sample,
                new Judged.Money(brief.decision().stakes(), planned),
                new Seeds(brief.taken().split().seed()),
                workers);
        return new SignedFigures(
                SignedFigures.Measures.of(
                        figures.cut().validation(),
                        figures.chosenRow().auc(),
                        validation.length,
                        EventsOverExpected.of(score, sample, planned)),
                figures.cut().validation().counts().depth(),
                Reference.of("score", score, sample.weight()),
                recipe.columns().stream()
                        .map(need -> Reference.of(table.column(need.name()), validation, sample.weight()))
                        .toList(),
                segments.isEmpty() ? null : SegmentFigures.of(segments, null, judged));
    }
}
