package outrider.drift;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.measure.ProbabilityQuality;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * What a column, or the outcome, was like in one period after the other.
 *
 * @param by the column of dates
 * @param step how long a period is
 * @param first the first day of each period, ISO
 * @param records of each
 * @param outside records without a day, or with one far from nearly all others, which no period holds
 * @param lines what is drawn; a period without a record has no value
 */
public record Periods(
        String by, PeriodStep step, List<String> first, List<Integer> records, int outside, List<PeriodLine> lines) {
    private static final int LEVELS = 5;

    /** The longest that leaves at least some {@value #ENOUGH} periods, weeks where none does. */
    public enum PeriodStep {
        YEAR(ChronoUnit.YEARS, day -> day.with(TemporalAdjusters.firstDayOfYear())),
        QUARTER(
                ChronoUnit.MONTHS,
                day -> day.with(TemporalAdjusters.firstDayOfMonth()).minusMonths((day.getMonthValue() - 1) % 3)),
        MONTH(ChronoUnit.MONTHS, day -> day.with(TemporalAdjusters.firstDayOfMonth())),
        WEEK(ChronoUnit.WEEKS, day -> day.minusDays(day.getDayOfWeek().getValue() - 1));

        private final ChronoUnit unit;
        private final Function<LocalDate, LocalDate> begin;

        PeriodStep(ChronoUnit unit, Function<LocalDate, LocalDate> begin) {
            this.unit = unit;
            this.begin = begin;
        }

        private LocalDate next(LocalDate first) {
            return this == QUARTER ? first.plusMonths(3) : first.plus(1, unit);
        }
    }

    /**
     * One column's course over the periods.
     *
     * @param name a level, {@code median}, {@code lower quartile}, {@code upper quartile}, {@code missing} or {@code rate}
     * @param value shares and rates from 0 to 1, else in the column's own unit, days since 1970 for dates
     * @param low and {@code high}: Wilson's 95 % interval of a rate; null for the others
     */
    public record PeriodLine(
            String name,
            List<@Nullable Double> value,
            @Nullable List<@Nullable Double> low,
            @Nullable List<@Nullable Double> high) {}

    private static final int ENOUGH = 12;
    private static final int MOST = 60;
    private static final double FAR = 0.005;

    /** Of a column's values in some records: quartiles of numbers and dates, shares of the commonest levels, and of missing ones. */
    public static Periods of(Column column, DateColumn by, int[] rows) {
        Dealt dealt = Dealt.of(by, rows);
        List<PeriodLine> lines = new ArrayList<>();
        if (column instanceof NumberColumn || column instanceof DateColumn) {
            double[][] sorted = dealt.rows.stream()
                    .map(in -> in.stream()
                            .filter(row -> !column.isMissing(row))
                            .mapToDouble(row -> number(column, row))
                            .sorted()
                            .toArray())
                    .toArray(double[][]::new);
            lines.add(quantile("lower quartile", sorted, 0.25));
            lines.add(quantile("median", sorted, 0.5));
            lines.add(quantile("upper quartile", sorted, 0.75));
        } else if (column instanceof CategoryColumn) {
            for (String level : commonest(column, rows)) {
                lines.add(share(level, dealt, row -> level.equals(column.text(row))));
            }
        }
        if (Arrays.stream(rows).anyMatch(column::isMissing)) lines.add(share("missing", dealt, column::isMissing));
        return dealt.periods(by, lines);
    }

    /**
     * The event rate of some records.
     *
     * @param outcome 0 or 1 by record number
     */
    public static Periods rate(byte[] outcome, DateColumn by, int[] rows) {
        Dealt dealt = Dealt.of(by, rows);
        List<@Nullable Double> rate = new ArrayList<>();
        List<@Nullable Double> low = new ArrayList<>();
        List<@Nullable Double> high = new ArrayList<>();
        for (List<Integer> in : dealt.rows) {
            int events = in.stream().mapToInt(row -> outcome[row]).sum();
            double[] interval = in.isEmpty() ? null : ProbabilityQuality.wilson(events, in.size());
            rate.add(interval == null ? null : (Double) (events / (double) in.size()));
            low.add(interval == null ? null : (Double) interval[0]);
            high.add(interval == null ? null : (Double) interval[1]);
        }
        return dealt.periods(by, List.of(new PeriodLine("rate", rate, low, high)));
    }

    private static double number(Column column, int row) {
        return column instanceof NumberColumn numbers ? numbers.values()[row] : ((DateColumn) column).days()[row];
    }

    private static PeriodLine quantile(String name, double[][] sorted, double at) {
        List<@Nullable Double> values = new ArrayList<>();
        for (double[] in : sorted) values.add(in.length == 0 ? null : (Double) in[(int) ((in.length - 1) * at)]);
        return new PeriodLine(name, values, null, null);
    }

    private static PeriodLine share(String name, Dealt dealt, IntPredicate counts) {
        List<@Nullable Double> values = new ArrayList<>();
        for (List<Integer> in : dealt.rows) {
            long counted = in.stream().filter(counts::test).count();
            values.add(in.isEmpty() ? null : (Double) (counted / (double) in.size()));
        }
        return new PeriodLine(name, values, null, null);
    }

    private static List<String> commonest(Column column, int[] rows) {
        Map<String, Integer> seen = new LinkedHashMap<>();
        for (int row : rows) {
            String level = column.text(row);
            if (level != null) seen.merge(level, 1, Integer::sum);
        }
        return seen.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue()
                        .reversed()
                        .thenComparing(Map.Entry.comparingByKey()))
                .limit(LEVELS)
                .map(Map.Entry::getKey)
                .toList();
    }

    /** Records by period, none of them without a day. */
    private record Dealt(PeriodStep step, List<LocalDate> first, List<List<Integer>> rows, int outside) {
        static Dealt of(DateColumn by, int[] rows) {
            int[] dated = Arrays.stream(rows).filter(row -> !by.isMissing(row)).toArray();
            if (dated.length == 0) return new Dealt(PeriodStep.MONTH, List.of(), List.of(), rows.length);
            int[] days =
                    Arrays.stream(dated).map(row -> by.days()[row]).sorted().toArray();
            int from = days[0];
            int to = days[days.length - 1];
            if (firstDays(PeriodStep.YEAR, from, to).size() > MOST) {
                from = days[(int) (FAR * (days.length - 1))];
                to = days[(int) Math.ceil((1 - FAR) * (days.length - 1))];
            }
            PeriodStep step = step(from, to);
            List<LocalDate> first = firstDays(step, from, to);
            int[] starts =
                    first.stream().mapToInt(day -> (int) day.toEpochDay()).toArray();
            List<List<Integer>> in = IntStream.range(0, starts.length)
                    .<List<Integer>>mapToObj(k -> new ArrayList<>())
                    .toList();
            int outside = rows.length - dated.length;
            for (int row : dated) {
                if (by.days()[row] < from || by.days()[row] > to) {
                    outside++;
                    continue;
                }
                int at = Arrays.binarySearch(starts, by.days()[row]);
                in.get(at >= 0 ? at : -at - 2).add(row);
            }
            return new Dealt(step, first, in, outside);
        }

        private static PeriodStep step(int from, int to) {
            for (PeriodStep step : PeriodStep.values())
                if (firstDays(step, from, to).size() >= ENOUGH) return step;
            return PeriodStep.WEEK;
        }

        private static List<LocalDate> firstDays(PeriodStep step, int from, int to) {
            List<LocalDate> days = new ArrayList<>();
            LocalDate end = LocalDate.ofEpochDay(to);
            for (LocalDate day = step.begin.apply(LocalDate.ofEpochDay(from));
                    !day.isAfter(end);
                    day = step.next(day)) {
                days.add(day);
            }
            return days;
        }

        Periods periods(DateColumn by, List<PeriodLine> lines) {
            return new Periods(
                    by.name(),
                    step,
                    first.stream().map(LocalDate::toString).toList(),
                    rows.stream().map(List::size).toList(),
                    outside,
                    List.copyOf(lines));
        }
    }
}
