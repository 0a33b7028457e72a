package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.split.Units;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;

/**
 * What one column holds and, where an outcome is given, what it says of it on training records only (METHODS section 9).
 *
 * @param auc of the column alone, at least 0.5; a level ranks by its event rate in the other folds of training. Null for free text of
 *     too many levels, and without an outcome
 * @param informationValue null likewise
 * @param informationByChance what the value of a column that says nothing stays below in 95 of 100 cases; null likewise
 * @param missingAuc of "is missing" alone, at least 0.5; 0.5 where all or none are missing; null without an outcome
 * @param identifierLike whether it holds nearly one text or whole number a record
 * @param repeatedKey whether it names whom several records are of
 * @param codes whether its name says that its whole numbers are codes
 * @param telling levels of at least 1 % of the records, and 20 units, whose event rate is 0.99 or more, far from that of the others, of which
 *     ten times as many have none
 * @param drawn up to 20 runs of equal width (the outermost take the tails), or the commonest levels: for a small picture
 * @param bands ten quantile bands with equal values kept together, or the commonest levels
 * @param moreLevels how many levels the last of {@code bands} stands for; 0 where it stands for itself
 * @param absent records without a value; {@code zero} those of a number that hold 0, null where none does
 * @param present records with a value
 * @param perUnit how many records a unit has in the mean; 1 where each stands alone
 */
public record ColumnProfile(
        String column,
        ColumnType type,
        int records,
        int missing,
        int distinct,
        @Nullable Double auc,
        @Nullable Double informationValue,
        @Nullable Double informationByChance,
        @Nullable Double missingAuc,
        boolean identifierLike,
        boolean repeatedKey,
        boolean codes,
        List<String> telling,
        List<Cell> drawn,
        List<Cell> bands,
        int moreLevels,
        Cell absent,
        Cell present,
        @Nullable Cell zero,
        double perUnit) {
    private static final int BANDS = 10;
    private static final int DRAWN = 20;
    private static final int DRAWN_LEVELS = 12;
    private static final double DRAWN_TAIL = 0.01;
    /** Of levels, so many are told one by one. */
    public static final int LEVELS_TOLD = 200;

    private static final double IDENTIFIER_SHARE = 0.9;
    private static final int FEWEST = 20;
    private static final double COUNTED_UP = 3;
    private static final double MANY_DIGITS = 1e5;
    /** Whole numbers above this are no longer told apart one by one. */
    private static final double BEYOND_AMOUNTS = 0x1p53;
    /** Above this a column of levels is judged by none of them. */
    static final int MOST_LEVELS = 1000;

    /**
     * @param rows the records to look at; training records where there is an outcome
     * @param outcome 0 or 1 for each of {@code rows}, by record number, both occurring; or null
     */
    public static ColumnProfile of(Column column, int[] rows, byte @Nullable [] outcome) {
        return of(column, rows, outcome, null);
    }

    /** @param unit by record number, of records that belong together; null where each stands alone */
    public static ColumnProfile of(Column column, int[] rows, byte @Nullable [] outcome, int @Nullable [] unit) {
        Tally tally = Tally.of(column, rows, outcome);
        boolean told = tally.ordered() || tally.size() <= MOST_LEVELS;
        boolean judged = told && outcome != null;
        int[] byCount = tally.ordered() || !told
                ? new int[0]
                : column instanceof CategoryColumn category && category.ordered() && tally.size() <= LEVELS_TOLD
                        ? inOrder(tally, category.levels())
                        : commonestFirst(tally);
        boolean alone = identifierLike(column.name(), tally);
        int events = Arrays.stream(tally.events()).sum();
        int others = Arrays.stream(tally.others()).sum();
        double perUnit = unit == null || rows.length == 0 ? 1 : rows.length / (double) Units.different(rows, unit);
        List<int[]> cells = judged ? ivCells(tally) : null;
        return new ColumnProfile(
                column.name(),
                column.type(),
                rows.length,
                tally.missing(),
                tally.size(),
                judged
                        ? Double.valueOf(
                                tally.ordered()
                                        ? auc(tally)
                                        : LevelRanking.auc(column, rows, requireNonNull(outcome), unit))
                        : null,
                cells == null ? null : Double.valueOf(InformationValue.of(cells)),
                cells == null ? null : Double.valueOf(InformationValue.byChance(cells, perUnit)),
                outcome == null ? null : Double.valueOf(missingAuc(tally, others, events)),
                alone,
                !alone && RepeatedKey.is(column, tally),
                CodeNames.are(column, tally),
                judged ? telling(tally, rows.length, events + tally.missingEvents(), perUnit) : List.of(),
                !told
                        ? List.of()
                        : tally.ordered() ? runs(tally, judged) : levels(tally, byCount, DRAWN_LEVELS, judged),
                !told
                        ? List.of()
                        : tally.ordered() ? bands(tally, judged) : levels(tally, byCount, LEVELS_TOLD, judged),
                tally.ordered() || !told || tally.size() <= LEVELS_TOLD ? 0 : tally.size() - LEVELS_TOLD + 1,
                Cell.of(null, null, null, tally.missingOthers(), tally.missingEvents(), outcome != null),
                Cell.of(null, null, null, others, events, outcome != null),
                zero(tally, column, outcome != null),
                perUnit);
    }

    /** Nearly one value a record, of whole numbers or of texts that are no sentences. */
    private static boolean identifierLike(String name, Tally tally) {
        int present = tally.present();
        if (present < FEWEST || tally.size() <= IDENTIFIER_SHARE * present) return false;
        if (tally.ordered()) return numbered(name, tally, present);
        long sentences = requireNonNull(tally.labels()).stream()
                .filter(text -> text.indexOf(' ') >= 0)
                .count();
        return sentences < tally.size() / 2;
    }

    /**
     * Whole numbers, each once, that were counted up, all have as many digits or a name that tells; or of more digits than amounts have: an
     * amount is none of these.
     */
    private static boolean numbered(String name, Tally tally, int present) {
        double[] values = requireNonNull(tally.values());
        if (Arrays.stream(values).anyMatch(v -> v != Math.rint(v))) return false;
        if (values[values.length / 2] >= BEYOND_AMOUNTS) return true;
        if (values.length < present) return false;
        if (RepeatedKey.named(name)) return true;
        double low = values[0];
        double high = values[values.length - 1];
        boolean counted = high - low < COUNTED_UP * present;
        boolean sameDigits = low >= MANY_DIGITS && Math.floor(Math.log10(low)) == Math.floor(Math.log10(high));
        return counted || sameDigits;
    }

    private static int[] inOrder(Tally tally, List<String> levels) {
        return IntStream.range(0, tally.size())
                .boxed()
                .sorted(Comparator.comparingInt(i -> levels.indexOf(tally.label(i))))
                .mapToInt(i -> i)
                .toArray();
    }

    private static int[] commonestFirst(Tally tally) {
        return IntStream.range(0, tally.size())
                .boxed()
                .sorted(Comparator.comparing((Integer i) -> -tally.records(i)).thenComparing(i -> tally.label(i)))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private static List<Cell> levels(Tally tally, int[] byCount, int most, boolean judged) {
        List<Cell> cells = new ArrayList<>();
        int told = byCount.length <= most ? byCount.length : most - 1;
        for (int k = 0; k < told; k++) {
            int i = byCount[k];
            cells.add(Cell.of(tally.label(i), null, null, tally.others()[i], tally.events()[i], judged));
        }
        int others = 0;
        int events = 0;
        for (int k = told; k < byCount.length; k++) {
            others += tally.others()[byCount[k]];
            events += tally.events()[byCount[k]];
        }
        if (told < byCount.length) cells.add(Cell.of(null, null, null, others, events, judged));
        return cells;
    }

    private static @Nullable Cell zero(Tally tally, Column column, boolean judged) {
        if (column.type() != ColumnType.NUMBER) return null;
        int at = Arrays.binarySearch(tally.values(), 0.0);
        return at < 0 ? null : Cell.of(null, 0.0, 0.0, tally.others()[at], tally.events()[at], judged);
    }

    /** Runs of equal width between the 1 % and the 99 % quantile; one a value where there are few. */
    private static List<Cell> runs(Tally tally, boolean judged) {
        if (tally.size() == 0) return List.of();
        int present = tally.present();
        double low = quantile(tally, DRAWN_TAIL * present);
        double high = quantile(tally, (1 - DRAWN_TAIL) * present);
        if (tally.size() <= DRAWN) return cells(tally, i -> i, tally.size(), judged);
        double width = (high - low) / DRAWN;
        return cells(
                tally,
                i -> width == 0 ? 0 : (int) Math.max(0, Math.min(DRAWN - 1, (tally.value(i) - low) / width)),
                DRAWN,
                judged);
    }

    private static double quantile(Tally tally, double rank) {
        double before = 0;
        for (int i = 0; i < tally.size(); i++) {
            before += tally.records(i);
            if (before > rank) return tally.value(i);
        }
        return tally.value(tally.size() - 1);
    }

    /** Cuts at the sorted records' tenths; an edge belongs to the band above it. */
    private static List<Cell> bands(Tally tally, boolean judged) {
        int present = tally.present();
        int wanted = Math.min(BANDS, present);
        int[] band = new int[tally.size()];
        long before = 0;
        int edge = 1;
        long next = edge < wanted ? present / wanted : Long.MAX_VALUE;
        int now = 0;
        for (int i = 0; i < band.length; i++) {
            long after = before + tally.records(i);
            boolean starts = false;
            while (next < after) {
                starts = true;
                edge++;
                next = edge < wanted ? (long) edge * present / wanted : Long.MAX_VALUE;
            }
            if (starts && before > 0) now++;
            band[i] = now;
            before = after;
        }
        return cells(tally, i -> band[i], now + 1, judged);
    }

    private static List<Cell> cells(
            Tally tally, java.util.function.IntUnaryOperator cellOf, int cells, boolean judged) {
        int[] others = new int[cells];
        int[] events = new int[cells];
        double[] low = new double[cells];
        double[] high = new double[cells];
        for (int i = 0; i < tally.size(); i++) {
            int cell = cellOf.applyAsInt(i);
            if (others[cell] + events[cell] == 0) low[cell] = tally.value(i);
            others[cell] += tally.others()[i];
            events[cell] += tally.events()[i];
            high[cell] = tally.value(i);
        }
        List<Cell> found = new ArrayList<>();
        for (int cell = 0; cell < cells; cell++) {
            if (others[cell] + events[cell] == 0) continue;
            found.add(Cell.of(null, low[cell], high[cell], others[cell], events[cell], judged));
        }
        return found;
    }

    /** Non-events and events of the bands or levels, and of the missing. */
    private static List<int[]> ivCells(Tally tally) {
        List<int[]> cells = new ArrayList<>();
        if (tally.ordered()) {
            for (Cell cell : bands(tally, true)) {
                int events = requireNonNull(cell.events());
                cells.add(new int[] {cell.records() - events, events});
            }
        } else {
            for (int i = 0; i < tally.size(); i++) cells.add(new int[] {tally.others()[i], tally.events()[i]});
        }
        if (tally.missing() > 0) cells.add(new int[] {tally.missingOthers(), tally.missingEvents()});
        return cells;
    }

    /** Over the records that have a value; 0.5 where they hold one outcome only. */
    private static double auc(Tally tally) {
        return eitherWay(tally.others(), tally.events());
    }

    private static double missingAuc(Tally tally, int others, int events) {
        return eitherWay(new int[] {others, tally.missingOthers()}, new int[] {events, tally.missingEvents()});
    }

    /** AUC of values in ascending order, ties counted half, or of the opposite order where that is higher. */
    private static double eitherWay(int[] others, int[] events) {
        double below = 0;
        double pairs = 0;
        double allEvents = 0;
        for (int i = 0; i < others.length; i++) {
            pairs += events[i] * (below + others[i] / 2.0);
            below += others[i];
            allEvents += events[i];
        }
        if (allEvents == 0 || below == 0) return 0.5;
        double auc = pairs / (allEvents * below);
        return Math.max(auc, 1 - auc);
    }

    private static List<String> telling(Tally tally, int records, int events, double perUnit) {
        List<String> telling = new ArrayList<>();
        for (int i = 0; i < tally.size() && tally.size() <= MOST_LEVELS; i++) {
            int all = tally.records(i);
            int having = tally.events()[i];
            if (all < FEWEST * perUnit || all < 0.01 * records || having < 0.99 * all) continue;
            double without = (records - all - (events - having)) / (double) (records - all);
            if ((all - having) / (double) all > without / 10) continue;
            if (!Cell.apart(having, all, events - having, records - all, perUnit)) continue;
            telling.add(tally.ordered() ? outrider.table.NumberColumn.text(tally.value(i)) : tally.label(i));
        }
        telling.sort(null);
        return telling;
    }
}
