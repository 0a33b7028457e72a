package outrider.formula;

import java.time.LocalDate;
import java.util.List;
import java.util.function.ToIntFunction;
import outrider.formula.Vector.Days;
import outrider.formula.Vector.Numbers;
import outrider.table.DateColumn;

/** Days: how many lie between two, days moved, and parts of a date. */
final class DayWork {
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
                    d -> d.getDayOfWeek().getValue()));

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
