package outrider.casefile;

import java.util.List;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.ColumnProfile;
import outrider.table.Column;

/** What a report says of the file's columns, as training shows them. */
final class ColumnRows {
    private ColumnRows() {}

    static List<Figures.ColumnRow> of(CaseData data, ScoredCandidate chosen) {
        return data.table().columns().stream()
                .parallel()
                .map(column -> row(data, chosen, column))
                .toList();
    }

    private static Figures.ColumnRow row(CaseData data, ScoredCandidate chosen, Column column) {
        BriefFile brief = data.brief();
        String name = column.name();
        ColumnSetup setup = brief.column(name);
        boolean isOutcome = name.equals(brief.asked().outcome().column());
        int[] rows = data.parts().training();
        ColumnProfile profile = ColumnProfile.of(
                column, rows, isOutcome ? null : data.outcome(), data.together().unit());
        boolean input = chosen.inputs().contains(name);
        ColumnUse use = isOutcome ? ColumnUse.OUTCOME : input ? ColumnUse.INPUT : ColumnUse.of(setup.role());
        return new Figures.ColumnRow(
                name,
                column.type().name().toLowerCase(java.util.Locale.ROOT),
                use,
                setup.reason(),
                setup.knownWhere(),
                setup.knownAfterDays(),
                setup.meaning(),
                profile.missing() / (double) profile.records(),
                profile.auc(),
                profile.informationValue(),
                isOutcome
                        ? List.of()
                        : Alarms.of(profile).stream()
                                .map(alarm -> rung(alarm, setup, input))
                                .toList());
    }

    private static Figures.ColumnAlarm rung(Alarm alarm, ColumnSetup setup, boolean input) {
        String answer = setup.accepted(alarm);
        if (answer == null && !input) {
            String why = setup.reason().isEmpty() ? "" : ": " + setup.reason();
            answer = "no input of the proposed candidate" + why;
        }
        return new Figures.ColumnAlarm(alarm.name(), alarm.meaning(), Alarms.leak(alarm), answer);
    }
}
