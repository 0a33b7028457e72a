package outrider.split;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.split.SplitPlan.Target;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.Table;

/** Assigns records to parts (METHODS section 6). */
public final class Split {
    private final SplitPlan plan;
    private final @Nullable Table table;
    private final byte[] outcome;
    private final int[] unit;
    private final byte[] part;

    private Split(SplitPlan plan, @Nullable Table table, byte[] outcome, int[] unit) {
        this.plan = plan;
        this.table = table;
        this.outcome = outcome;
        this.unit = unit;
        part = new byte[outcome.length];
        Arrays.fill(part, Parts.LEFT_OUT);
    }

    /**
     * @param outcome 0 or 1 a record, −1 for a record that is left out
     * @param copies as {@link Units#copies} found them
     * @return one part a record
     * @throws BadInput if the plan does not fit the table, or a part would lack events or non-events
     */
    public static Parts of(SplitPlan plan, Table table, byte[] outcome, int[] copies) {
        Split split = new Split(plan, table, outcome, plan.units(table, copies));
        switch (plan.by().method()) {
            case SHARES -> split.deal(new double[][] {threeShares(plan)}, new byte[outcome.length], "split/");
            case COLUMN -> split.byColumn();
            case DATE -> split.byDate();
        }
        return split.parts();
    }

    /**
     * Stratified by outcome: within each class a seeded permutation is cut by cumulated shares, sizes rounded by largest
     * remainder.
     *
     * @param outcome 0 or 1 a record
     * @param shares of training, validation and reserve; each > 0, together 1
     * @return one part a record
     * @throws BadInput if the shares are not three positive numbers that add up to 1
     */
    public static Parts stratified(byte[] outcome, double[] shares, long seed) {
        SplitPlan plan = SplitPlan.byShares(Arrays.stream(shares).boxed().toList(), seed);
        Split split = new Split(plan, null, outcome, Units.single(outcome.length));
        split.deal(new double[][] {threeShares(plan)}, new byte[outcome.length], "split/");
        return new Parts(split.part);
    }

    private static double[] threeShares(SplitPlan plan) {
        double[] shares = plan.by().shares() == null
                ? new double[0]
                : plan.by().shares().stream().mapToDouble(Double::doubleValue).toArray();
        double sum = Arrays.stream(shares).sum();
        if (shares.length != 3 || Arrays.stream(shares).anyMatch(s -> !(s > 0)) || Math.abs(sum - 1) > 1e-9) {
            throw BadInput.of(
                    "shares",
                    "are " + Arrays.toString(shares),
                    "give training, validation and reserve each a share above 0, together 1");
        }
        return shares;
    }

    /**
     * Deals whole units. A unit with an event is dealt among those with events.
     *
     * @param shares by the deal's number
     * @param deal of each record, below 0 for none
     */
    private void deal(double[][] shares, byte[] deal, String stream) {
        byte[] kind = new byte[outcome.length];
        Arrays.fill(kind, (byte) -1);
        for (int i = 0; i < outcome.length; i++) {
            if (outcome[i] >= 0 && deal[i] >= 0) kind[unit[i]] = (byte) Math.max(kind[unit[i]], outcome[i]);
        }
        byte[] partOfUnit = new byte[outcome.length];
        for (int d = 0; d < shares.length; d++) {
            for (int level = 0; level <= 1; level++) {
                int[] members = members(kind, deal, d, level);
                new Seeds(plan.seed()).stream(stream + level).shuffle(members);
                int[] sizes = largestRemainder(members.length, shares[d]);
                int at = 0;
                for (int p = 0; p < sizes.length; p++) {
                    for (int i = 0; i < sizes[p]; i++) partOfUnit[members[at++]] = (byte) p;
                }
            }
        }
        for (int i = 0; i < part.length; i++) {
            if (outcome[i] >= 0 && deal[i] >= 0) part[i] = partOfUnit[unit[i]];
        }
    }

    private int[] members(byte[] kind, byte[] deal, int wanted, int level) {
        int[] members = new int[kind.length];
        int count = 0;
        for (int i = 0; i < kind.length; i++) {
            if (unit[i] == i && kind[i] == level && deal[i] == wanted) members[count++] = i;
        }
        return Arrays.copyOf(members, count);
    }

    private void byColumn() {
        if (plan.groupBy() != null) {
            throw BadInput.of(
                    "groupBy", "cannot bend a split that a column decides", "leave it out, or split by shares");
        }
        Column column = requireNonNull(table).column(demandColumn(plan));
        byte[] halves = new byte[part.length];
        Arrays.fill(halves, (byte) -1);
        for (int i = 0; i < part.length; i++) {
            if (outcome[i] < 0 || skips(column, i)) continue;
            Target target =
                    plan.by().levels() == null ? null : plan.by().levels().get(column.text(i));
            if (target == null) {
                throw BadInput.of(
                        "levels",
                        "\"" + column.text(i) + "\" of " + column.name() + " has no part",
                        "say where it goes");
            }
            if (target == Target.VALIDATION_AND_RESERVE) halves[i] = 0;
            else if (target == Target.TRAINING_AND_RESERVE) halves[i] = 1;
            else if (target != Target.LEFT_OUT) part[i] = (byte) target.ordinal();
        }
        // copies of a level that is dealt follow each other; a unit is dealt by its first record of that level
        int[] first = new int[part.length];
        Arrays.fill(first, -1);
        for (int i = 0; i < part.length; i++) {
            if (halves[i] < 0) continue;
            if (first[unit[i]] < 0) first[unit[i]] = i;
            unit[i] = first[unit[i]];
        }
        deal(new double[][] {{0, 0.5, 0.5}, {0.75, 0, 0.25}}, halves, "halves/");
    }

    private void byDate() {
        DateColumn dates = dates(plan, requireNonNull(table));
        boolean[] in = new boolean[part.length];
        for (int i = 0; i < part.length; i++) in[i] = outcome[i] >= 0 && !skips(dates, i);
        int[] latest = latest(dates, unit, in);
        int[] days = new int[part.length];
        int count = 0;
        for (int i = 0; i < part.length; i++) if (in[i]) days[count++] = latest[unit[i]];
        days = Arrays.copyOf(days, count);
        Arrays.sort(days);
        double[] shares =
                plan.by().validationFrom() == null || plan.by().reserveFrom() == null ? threeShares(plan) : null;
        int validation = plan.by().validationFrom() != null
                ? day("validationFrom", plan.by().validationFrom())
                : dayAt(days, requireNonNull(shares)[0]);
        int reserve = plan.by().reserveFrom() != null
                ? day("reserveFrom", plan.by().reserveFrom())
                : dayAt(days, requireNonNull(shares)[0] + requireNonNull(shares)[1]);
        if (reserve <= validation) {
            throw BadInput.of(
                    "reserveFrom",
                    "is " + LocalDate.ofEpochDay(reserve) + ", not after validation's first day, "
                            + LocalDate.ofEpochDay(validation),
                    "give a later day");
        }
        for (int i = 0; i < part.length; i++) {
            if (in[i]) part[i] = (byte) (latest[unit[i]] >= reserve ? 2 : latest[unit[i]] >= validation ? 1 : 0);
        }
    }

    /** The latest day of each unit, by its number, of the records that are in. */
    static int[] latest(DateColumn dates, int[] unit, boolean[] in) {
        int[] latest = new int[in.length];
        Arrays.fill(latest, DateColumn.MISSING);
        for (int i = 0; i < in.length; i++) {
            if (in[i]) latest[unit[i]] = Math.max(latest[unit[i]], dates.days()[i]);
        }
        return latest;
    }

    private static int dayAt(int[] sorted, double share) {
        return sorted.length == 0 ? 0 : sorted[(int) Math.min(sorted.length - 1, Math.rint(share * sorted.length))];
    }

    private static int day(String field, String text) {
        try {
            return (int) LocalDate.parse(text).toEpochDay();
        } catch (DateTimeParseException e) {
            throw BadInput.of(field, "is \"" + text + "\"", "give a day like 2026-03-31");
        }
    }

    static DateColumn dates(SplitPlan plan, Table table) {
        String column = demandColumn(plan);
        if (table.column(column) instanceof DateColumn dates) return dates;
        throw BadInput.of("column", "\"" + column + "\" holds no dates", "choose a column of dates");
    }

    private static String demandColumn(SplitPlan plan) {
        if (plan.by().column() == null) throw BadInput.of("column", "is missing", "choose the column that decides");
        return plan.by().column();
    }

    private boolean skips(Column column, int record) {
        if (!column.isMissing(record)) return false;
        if (plan.by().leaveOutMissing()) return true;
        throw BadInput.atLine(
                requireNonNull(table).lineOf(record),
                column.name(),
                "is missing, so the record has no part",
                "leave out records without it, or fill it in");
    }

    private Parts parts() {
        Parts parts = new Parts(part);
        int[] events = parts.eventsBeforeSealing(outcome);
        for (Part p : Part.values()) {
            if (p == Part.RESERVE && !plan.hasReserve()) continue;
            String name = p.name().toLowerCase(Locale.ROOT);
            if (events[p.ordinal()] == 0 || events[p.ordinal()] == parts.size(p)) {
                throw BadInput.of(
                        name,
                        parts.size(p) == 0
                                ? "would hold no record"
                                : "would hold " + (events[p.ordinal()] == 0 ? "no event" : "nothing but events"),
                        plan.by().method() == SplitPlan.Method.COLUMN
                                ? "send another level of " + plan.by().column() + " there, or part of one"
                                : "give it more of the data");
            }
        }
        return parts;
    }

    static int[] largestRemainder(int total, double[] shares) {
        int[] sizes = new int[shares.length];
        double[] remainder = new double[shares.length];
        int given = 0;
        for (int p = 0; p < shares.length; p++) {
            double exact = total * shares[p];
            sizes[p] = (int) Math.floor(exact + 1e-9);
            remainder[p] = exact - sizes[p];
            given += sizes[p];
        }
        for (; given < total; given++) {
            int largest = 0;
            for (int p = 1; p < shares.length; p++) if (remainder[p] > remainder[largest] + 1e-12) largest = p;
            sizes[largest]++;
            remainder[largest] -= 1;
        }
        return sizes;
    }
}
