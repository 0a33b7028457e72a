package outrider.formula;

import java.time.LocalDate;
import java.util.List;
import java.util.function.ToIntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import outrider.base.BadInput;
import outrider.formula.Vector.Days;
import outrider.formula.Vector.Numbers;
import outrider.table.DateColumn;
import outrider.table.DateFormat;

/** Days: how many lie between two, days moved, and parts of a date. */
final class DayWork {
    private static final int NONE = -1;
    private static final Pattern TIME =
            Pattern.compile("(?<!\\d)(\\d{1,2}):\\d{2}(?::\\d{2}(?:[.,]\\d+)?)?\\s*([AaPp][Mm])?");

    private DayWork() {}

    static int[] of(Vector values) {
        return ((Days) values).values();
    }

    /** Days from the second to the first. */
    static final Expression.Made.Work BETWEEN = (parts, size) -> {
        int[] a = of(parts.get(0));
        int[] b = of(parts.get(1));
        double[] made = new double[size];
        for (int i = 0; i < size; i++) {
            boolean missing = a[i] == DateColumn.MISSING || b[i] == DateColumn.MISSING;
            made[i] = missing ? Double.NaN : (double) a[i] - b[i];
        }
        return new Numbers(made);
    };

    static Expression.Made.Work moved(int sign) {
        return (parts, size) -> {
            int[] a = of(parts.get(0));
            double[] by = NumberWork.of(parts.get(1));
            int[] made = new int[size];
            for (int i = 0; i < size; i++) {
                boolean missing = a[i] == DateColumn.MISSING || Double.isNaN(by[i]);
                made[i] = missing ? DateColumn.MISSING : (int) (a[i] + sign * Math.floor(by[i]));
            }
            return new Days(made);
        };
    }

    static final List<Function> FUNCTIONS = List.of(
            Function.of("days(from, to)", "days from one date to another", call -> {
                call.demandCount(2, 2);
                call.demandAll(Kind.DAY);
                return new Expression.Made(Kind.NUMBER, List.of(call.argument(1), call.argument(0)), BETWEEN);
            }),
            part("year(date)", "its year", LocalDate::getYear),
            part("month(date)", "its month, 1 to 12", LocalDate::getMonthValue),
            part(
                    "weekday(date)",
                    "its day of the week, 1 for Monday",
                    d -> d.getDayOfWeek().getValue()),
            Function.of(
                    "day(text, 'dd.MM.yyyy')", "the day that a text of that pattern tells, its time left off", call -> {
                        call.demandCount(2, 2);
                        call.demand(0, Kind.TEXT);
                        DateFormat format = format(call);
                        return call.gives(
                                Kind.DAY,
                                (parts, size) -> new Days(
                                        TextWork.numbered(TextWork.of(parts.get(0)), DateColumn.MISSING, format::day)));
                    }),
            Function.of("hour(text)", "the hour of a text with a time of day, 0 to 23, as written there", call -> {
                call.demandCount(1, 1);
                call.demand(0, Kind.TEXT);
                return call.gives(Kind.NUMBER, (parts, size) -> {
                    int[] hours = TextWork.numbered(TextWork.of(parts.get(0)), NONE, DayWork::hour);
                    double[] made = new double[size];
                    for (int i = 0; i < size; i++) made[i] = hours[i] == NONE ? Double.NaN : hours[i];
                    return new Numbers(made);
                });
            }));

    private static DateFormat format(Call call) {
        try {
            return DateFormat.of(call.text(1));
        } catch (BadInput e) {
            throw call.refused("wants a pattern of a day, such as 'dd.MM.yyyy'");
        }
    }

    private static int hour(String text) {
        Matcher time = TIME.matcher(text);
        if (!time.find()) return NONE;
        int hour = Integer.parseInt(time.group(1));
        String half = time.group(2);
        if (half != null) hour = hour % 12 + (half.charAt(0) == 'p' || half.charAt(0) == 'P' ? 12 : 0);
        return hour > 23 ? NONE : hour;
    }

    private static Function part(String usage, String says, ToIntFunction<LocalDate> which) {
        return Function.of(usage, says, call -> {
            call.demandCount(1, 1);
            call.demandAll(Kind.DAY);
            return call.gives(Kind.NUMBER, (parts, size) -> {
                int[] days = of(parts.get(0));
                double[] made = new double[size];
                for (int i = 0; i < size; i++) {
                    made[i] = days[i] == DateColumn.MISSING
                            ? Double.NaN
                            : which.applyAsInt(LocalDate.ofEpochDay(days[i]));
                }
                return new Numbers(made);
            });
        });
    }
}
