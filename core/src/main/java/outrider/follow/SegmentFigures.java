package outrider.follow;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.table.CategoryColumn;
import outrider.table.Column;

/**
 * One level of a segment.
 *
 * @param known records whose outcome has arrived, and {@code events} of them
 * @param figures at the signed threshold; null where outcomes are missing or all alike
 * @param differences from the same level's signed ones, each one of as many as there are levels signed; null likewise, and where none were
 */
public record SegmentFigures(
        String column,
        String level,
        int records,
        int known,
        int events,
        SignedFigures.@Nullable Measures figures,
        BatchFigures.@Nullable Differences differences) {
    /** A segment of more levels is told by its first ones. */
    private static final int MOST_LEVELS = 12;

    /**
     * Of every level, in the order of the columns and of their levels.
     *
     * @param segments columns of the judged records; others than categories are left out
     * @param signed to be held against; null for none
     */
    public static List<SegmentFigures> of(List<Column> segments, @Nullable List<SegmentFigures> signed, Judged judged) {
        int many = signed == null ? 1 : Math.max(1, signed.size());
        List<SegmentFigures> found = new ArrayList<>();
        for (Column column : segments) {
            if (!(column instanceof CategoryColumn category)) continue;
            category.levels().stream()
                    .sorted()
                    .map(level -> of(column, level, signed, many, judged))
                    .filter(figures -> figures.records() > 0)
                    .limit(MOST_LEVELS)
                    .forEach(found::add);
        }
        return found;
    }

    private static SegmentFigures of(
            Column column, String level, @Nullable List<SegmentFigures> signed, int many, Judged judged) {
        int[] rows = IntStream.range(0, column.size())
                .filter(i -> level.equals(column.text(i)))
                .toArray();
        int[] known = judged.known(rows);
        SignedFigures.Measures figures = judged.measures(known);
        SignedFigures.Measures before = signed == null
                ? null
                : signed.stream()
                        .filter(s ->
                                s.column().equals(column.name()) && s.level().equals(level))
                        .map(SegmentFigures::figures)
                        .findFirst()
                        .orElse(null);
        return new SegmentFigures(
                column.name(),
                level,
                rows.length,
                known.length,
                judged.events(known),
                figures,
                judged.differences(before, figures, known, many));
    }
}
