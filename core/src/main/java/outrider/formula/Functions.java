package outrider.formula;

import static java.util.stream.Collectors.toMap;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import outrider.base.BadInput;

/** The functions that formulas may use, and why some are not among them. */
public final class Functions {
    private static final List<Function> ALL = Stream.of(
                    ChoiceWork.FUNCTIONS, NumberWork.FUNCTIONS, DayWork.FUNCTIONS, TextWork.FUNCTIONS)
            .flatMap(List::stream)
            .toList();

    private static final Map<String, Function> BY_NAME = ALL.stream().collect(toMap(Function::name, f -> f));

    private static final List<String> OTHER_RECORDS = List.of(
            "mean",
            "average",
            "avg",
            "sum",
            "total",
            "count",
            "median",
            "quantile",
            "percentile",
            "rank",
            "cumulative",
            "lag",
            "lead",
            "previous",
            "next",
            "standardise",
            "standardize",
            "zscore",
            "stddev",
            "variance");
    private static final List<String> TODAY = List.of("now", "today", "currentdate", "current_date", "age");
    private static final List<String> CHANCE = List.of("random", "rand", "uniform", "normal", "shuffle");

    private Functions() {}

    public static List<Function> all() {
        return ALL;
    }

    /** @throws BadInput naming what there is no such function, and why where that has a reason */
    static Function named(String name, int at) {
        String plain = name.toLowerCase(Locale.ROOT);
        Function found = BY_NAME.get(plain);
        if (found != null) return found;
        if (OTHER_RECORDS.contains(plain)) {
            throw Words.refused(
                    at,
                    name + " would look at other records",
                    "a value is made of its own record alone, so that it repeats for a record that comes by itself");
        }
        if (TODAY.contains(plain)) {
            throw Words.refused(
                    at,
                    name + " would change from day to day",
                    "take a column that says when the record was drawn, or a fixed day such as date '2025-01-31'");
        }
        if (CHANCE.contains(plain)) {
            throw Words.refused(at, name + " would not repeat", "make the value of columns");
        }
        throw Words.refused(
                at,
                "there is no function " + name,
                "there are "
                        + String.join(
                                ", ", ALL.stream().map(Function::name).sorted().toList()));
    }
}
