package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.casefile.ColumnSetup;
import outrider.check.Alarm;
import outrider.check.Alarms;
import outrider.check.Cell;
import outrider.check.ColumnProfile;
import outrider.table.ColumnType;
import outrider.table.LevelOrder;
import outrider.table.Levels;
import outrider.table.NumberColumn;
import outrider.table.SuggestedReading;

/**
 * A column as the Data page shows it. Counts leave the reserve out once there is one.
 *
 * @param type as the brief reads it; {@code typeRead} as the file was read
 * @param format how the file wrote it: decimal mark or pattern of days
 * @param judged whether {@code auc} and the event rates are there: on training, after the split
 * @param pending whether the figures are still being computed; those shown are then of the whole file before any split, or none
 * @param informationByChance what the information value of a column that says nothing stays below in 95 of 100 cases
 * @param drawn a small picture: records of each run or level, with the event rate where judged
 * @param levels most frequent first, the first few
 * @param proposedOrder the order that its levels name, from the first to the last; null for none
 * @param suggested what a column of texts nearly is, or null
 */
public record ColumnView(
        String name,
        ColumnType type,
        ColumnType typeRead,
        @Nullable String format,
        boolean outcome,
        ColumnSetup setup,
        boolean input,
        boolean pending,
        boolean judged,
        int records,
        int missing,
        int distinct,
        @Nullable Double auc,
        @Nullable Double informationValue,
        @Nullable Double informationByChance,
        List<AlarmView> alarms,
        List<Drawn> drawn,
        List<LevelView> levels,
        @Nullable SuggestedReading suggested,
        @Nullable List<String> proposedOrder) {
    private static final int LEVELS_SHOWN = 12;
    private static final int MOST_ORDERED = 60;

    /**
     * An alarm of a column, and why somebody keeps the column all the same.
     *
     * @param keptBecause the reason for which somebody lives with it, or null
     */
    public record AlarmView(
            String kind,
            String name,
            String meaning,
            @Nullable String keptBecause) {}

    /**
     * One bar of what is drawn of a column: its records and their event rate.
     *
     * @param rest whether it stands for all rarer levels together
     */
    public record Drawn(int records, @Nullable Double rate, boolean rest) {}

    /**
     * A level of a column.
     *
     * @param notKnown whether its text says that a value is not known, such as NA
     */
    public record LevelView(String text, int records, boolean notKnown) {}

    /** @param profile null while pending after the split */
    static ColumnView of(ColumnHead head, Brief brief, @Nullable ColumnProfile profile, boolean pending) {
        boolean outcome = head.name().equals(brief.outcomeColumn());
        ColumnSetup setup = brief.column(head.name());
        boolean judged = profile != null && profile.missingAuc() != null;
        List<AlarmView> alarms = new ArrayList<>();
        if (profile != null && judged && !outcome) {
            for (Alarm alarm : Alarms.of(profile)) {
                alarms.add(new AlarmView(alarm.kind(), alarm.name(), alarm.meaning(), setup.accepted(alarm)));
            }
        }
        return new ColumnView(
                head.name(),
                setup.reading() == null ? head.type() : setup.reading().type(),
                head.type(),
                head.format(),
                outcome,
                setup,
                setup.role().input() && !outcome,
                pending,
                judged,
                profile == null ? 0 : profile.records(),
                profile == null ? 0 : profile.missing(),
                profile == null ? 0 : profile.distinct(),
                profile == null ? null : profile.auc(),
                profile == null ? null : profile.informationValue(),
                profile == null ? null : profile.informationByChance(),
                alarms,
                profile == null
                        ? List.of()
                        : profile.drawn().stream()
                                .map(cell -> new Drawn(
                                        cell.records(), cell.rate(), cell.label() == null && cell.low() == null))
                                .toList(),
                profile == null ? List.of() : levels(profile, outcome),
                setup.reading() == null ? head.suggested() : null,
                profile == null ? null : order(profile));
    }

    private static @Nullable List<String> order(ColumnProfile profile) {
        boolean few = profile.type() == ColumnType.CATEGORY && profile.bands().size() <= MOST_ORDERED;
        if (!few || profile.moreLevels() > 0) return null;
        return LevelOrder.of(profile.bands().stream()
                .map(Cell::label)
                .filter(Objects::nonNull)
                .toList());
    }

    /** The levels, or the values of a number that has few of them. */
    private static List<LevelView> levels(ColumnProfile profile, boolean all) {
        List<LevelView> levels = new ArrayList<>();
        boolean number = profile.type() == ColumnType.NUMBER;
        if (number && profile.distinct() > profile.drawn().size()) return levels;
        for (Cell cell : number ? profile.drawn() : profile.bands()) {
            boolean one =
                    cell.label() != null || cell.low() != null && cell.low().equals(cell.high());
            if (!one) continue;
            String text = cell.label() != null ? cell.label() : NumberColumn.text(requireNonNull(cell.low()));
            levels.add(new LevelView(text, cell.records(), Levels.notKnown(text)));
        }
        levels.sort((a, b) -> b.records() - a.records());
        return all || levels.size() <= LEVELS_SHOWN ? levels : levels.subList(0, LEVELS_SHOWN);
    }
}
