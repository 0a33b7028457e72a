package outrider.server.brief;

import java.util.List;
import outrider.check.Alarm;
import outrider.check.ColumnAlarms;
import outrider.check.ColumnProfile;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Levels;

/**
 * A column as the Data page shows it. Counts leave the reserve out once there is one.
 *
 * @param role null for the outcome
 * @param auc of the column alone, on training; null before the split, for the outcome and for free text
 * @param informationValue likewise
 * @param alarms on training; none before the split
 * @param levels most frequent first
 */
public record ColumnView(
        String name,
        ColumnType type,
        ColumnRole.Role role,
        boolean outcome,
        String reason,
        int records,
        int missing,
        int distinct,
        Double auc,
        Double informationValue,
        List<Alarm> alarms,
        List<Levels.Level> levels) {
    /** Columns of more levels than this show only their commonest few. */
    private static final int MOST_LEVELS = 200;

    private static final int LEVELS_SHOWN = 12;

    /** @param profile null where there is none */
    static ColumnView of(Column column, Brief brief, int[] rows, ColumnProfile profile) {
        Levels found = Levels.of(column, rows);
        List<Levels.Level> levels = found.levels();
        boolean outcome = column.name().equals(brief.outcome);
        ColumnRole role = brief.roles.get(column.name());
        return new ColumnView(
                column.name(),
                column.type(),
                outcome ? null : role == null ? ColumnRole.Role.INPUT : role.role(),
                outcome,
                role == null ? "" : role.reason(),
                rows.length,
                found.missing(),
                levels.size(),
                profile == null ? null : profile.auc(),
                profile == null ? null : profile.informationValue(),
                profile == null ? List.of() : ColumnAlarms.of(profile),
                levels.size() <= MOST_LEVELS ? levels : levels.subList(0, LEVELS_SHOWN));
    }
}
