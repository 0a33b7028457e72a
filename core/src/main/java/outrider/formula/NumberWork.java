package outrider.formula;

import java.util.List;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import outrider.formula.Vector.Numbers;

/** Arithmetic, record by record. What is not a finite number is missing. */
final class NumberWork {
    private NumberWork() {}

    static double[] of(Vector values) {
        return ((Numbers) values).values();
    }

    static Expression.Made.Work each(DoubleUnaryOperator with) {
        return (parts, size) -> {
            double[] a = of(parts.get(0));
            double[] made = new double[size];
            for (int i = 0; i < size; i++) made[i] = finite(with.applyAsDouble(a[i]));
            return new Numbers(made);
        };
    }

    static Expression.Made.Work both(DoubleBinaryOperator with) {
        return (parts, size) -> both(of(parts.get(0)), of(parts.get(1)), with);
    }

    private static Numbers both(double[] a, double[] b, DoubleBinaryOperator with) {
        double[] made = new double[a.length];
        for (int i = 0; i < made.length; i++) made[i] = finite(with.applyAsDouble(a[i], b[i]));
        return new Numbers(made);
    }

    /** One after the other. */
    static Expression.Made.Work all(DoubleBinaryOperator with) {
        return (parts, size) -> {
            Numbers made = (Numbers) parts.get(0);
            for (Vector next : parts.subList(1, parts.size())) made = both(made.values(), of(next), with);
            return made;
        };
    }

    private static double finite(double value) {
        return Double.isInfinite(value) ? Double.NaN : value + 0.0;
    }

    private static double rounded(double value, double scale) {
        return Math.rint(value * scale) / scale;
    }

    static final List<Function> FUNCTIONS = List.of(
            single("log(x)", "natural logarithm; missing for 0 and below", x -> x > 0 ? Math.log(x) : Double.NaN),
            single("exp(x)", "e to the power of x", Math::exp),
            single("sqrt(x)", "square root; missing below 0", Math::sqrt),
            single("abs(x)", "x without its sign", Math::abs),
            single("floor(x)", "the whole number at or below x", Math::floor),
            single("ceiling(x)", "the whole number at or above x", Math::ceil),
            Function.of("round(x, digits)", "x to so many digits after the point; none where left out", call -> {
                call.demandCount(1, 2);
                call.demandAll(Kind.NUMBER);
                double scale = call.count() == 1 ? 1 : Math.pow(10, call.whole(1, 0));
                return call.gives(Kind.NUMBER, each(x -> rounded(x, scale)));
            }),
            several("min(x, y, …)", "the smallest; missing where one is", Math::min),
            several("max(x, y, …)", "the largest; missing where one is", Math::max),
            Function.of("ratio(x, y, z)", "x / y, and z where y is 0; missing there without a z", call -> {
                call.demandCount(2, 3);
                call.demandAll(Kind.NUMBER);
                double none = call.count() == 3 ? call.number(2) : Double.NaN;
                return call.gives(Kind.NUMBER, both((x, y) -> y != 0 ? x / y : Double.isNaN(x) ? Double.NaN : none));
            }));

    private static Function single(String usage, String says, DoubleUnaryOperator with) {
        return Function.of(usage, says, call -> {
            call.demandCount(1, 1);
            call.demandAll(Kind.NUMBER);
            return call.gives(Kind.NUMBER, each(with));
        });
    }

    private static Function several(String usage, String says, DoubleBinaryOperator with) {
        return Function.of(usage, says, call -> {
            call.demandCount(2, Integer.MAX_VALUE);
            call.demandAll(Kind.NUMBER);
            return call.gives(Kind.NUMBER, all(with));
        });
    }
}
