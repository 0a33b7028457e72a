package outrider.casefile;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.errors.GroupedColumn;
import outrider.errors.NotInModel;
import outrider.errors.WeakSpots;
import outrider.learn.TrainingScores;

/** Where the chosen candidate fails on validation, and what it does not read (METHODS section 8). */
final class FailuresMaker {
    private FailuresMaker() {}

    static Figures.Failures of(CaseData data, ScoredCandidate chosen, Groups groups) {
        return new Figures.Failures(spots(data, chosen), groups.parity(), added(data, chosen));
    }

    private static @Nullable List<Figures.Spot> spots(CaseData data, ScoredCandidate chosen) {
        if (!chosen.probability()) return null;
        BriefFile brief = data.brief();
        int[] rows = data.parts().validation();
        List<GroupedColumn> columns = TellingColumns.known(
                TellingColumns.of(
                        data.table(), brief::column, brief.asked().outcome().column(), rows, TellingColumns.SHOWN),
                brief::column);
        var sample = chosen.scored().sample();
        return WeakSpots.of(
                        columns,
                        sample.outcome(),
                        chosen.scored().validationScores(),
                        sample.unit(),
                        brief.taken().split().seed())
                .stream()
                .map(s -> new Figures.Spot(
                        s.words(), s.columns(), s.records(), s.promised(), s.observed(), s.low(), s.high()))
                .toList();
    }

    /** Only those that would add more than chance. */
    private static List<Figures.Added> added(CaseData data, ScoredCandidate chosen) {
        BriefFile brief = data.brief();
        if (chosen.kind().reference()) return List.of();
        TrainingScores unseen = chosen.elsewhere().onTraining().get();
        int[] training = unseen.rows();
        List<GroupedColumn> columns = TellingColumns.of(
                        data.table(), brief::column, brief.asked().outcome().column(), training, TellingColumns.TRIED)
                .stream()
                .filter(g -> !chosen.inputs().contains(g.column()))
                .toList();
        List<Figures.Added> added = new ArrayList<>();
        if (columns.isEmpty()) return added;
        byte[] outcome = data.outcomes(training);
        double[] logit = NotInModel.logits(unseen.scores(), outcome, chosen.probability());
        for (NotInModel.Added a : NotInModel.of(
                columns,
                outcome,
                logit,
                data.sample(training).unit(),
                brief.taken().split().seed())) {
            if (!a.told()) continue;
            ColumnSetup setup = brief.column(a.column());
            added.add(new Figures.Added(
                    a.column(),
                    setup.whyNoInput(),
                    setup.knownAfterDays(),
                    a.auc(),
                    a.gain(),
                    a.interval().low(),
                    a.interval().high(),
                    a.p()));
        }
        return added;
    }
}
