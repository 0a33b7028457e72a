package outrider.formula;

import java.util.List;
import java.util.function.IntPredicate;
import outrider.formula.TextWork.Pool;
import outrider.formula.Vector.Texts;
import outrider.formula.Vector.Truths;
import outrider.table.DateColumn;

/** Comparisons and their joining. A comparison with a missing value is unknown; “and” and “or” follow Kleene. */
final class TruthWork {
    private static final byte UNKNOWN = -1;

    private TruthWork() {}

    private static byte[] of(Vector values) {
        return ((Truths) values).values();
    }

    static final Expression.Made.Work NOT = (parts, size) -> {
        byte[] a = of(parts.get(0));
        byte[] made = new byte[size];
        for (int i = 0; i < size; i++) made[i] = a[i] < 0 ? UNKNOWN : (byte) (1 - a[i]);
        return new Truths(made);
    };

    static final Expression.Made.Work AND = joined((byte) 0);
    static final Expression.Made.Work OR = joined((byte) 1);

    /** @param settles what one part alone decides by */
    private static Expression.Made.Work joined(byte settles) {
        return (parts, size) -> {
            byte[] a = of(parts.get(0));
            byte[] b = of(parts.get(1));
            byte[] made = new byte[size];
            for (int i = 0; i < size; i++) {
                if (a[i] == settles || b[i] == settles) made[i] = settles;
                else made[i] = a[i] < 0 || b[i] < 0 ? UNKNOWN : (byte) (1 - settles);
            }
            return new Truths(made);
        };
    }

    static final Expression.Made.Work MISSING = (parts, size) -> {
        byte[] made = new byte[size];
        for (int i = 0; i < size; i++) made[i] = (byte) (parts.get(0).isMissing(i) ? 1 : 0);
        return new Truths(made);
    };

    /** @param sign one of = <> < <= > >= */
    static IntPredicate holds(String sign) {
        return switch (sign) {
            case "=" -> c -> c == 0;
            case "<>" -> c -> c != 0;
            case "<" -> c -> c < 0;
            case "<=" -> c -> c <= 0;
            case ">" -> c -> c > 0;
            default -> c -> c >= 0;
        };
    }

    static Expression.Made.Work compared(Kind kind, IntPredicate holds) {
        return (parts, size) -> {
            Vector a = parts.get(0);
            Vector b = parts.get(1);
            byte[] made = new byte[size];
            switch (kind) {
                case NUMBER -> numbers(NumberWork.of(a), NumberWork.of(b), holds, made);
                case DAY -> days(DayWork.of(a), DayWork.of(b), holds, made);
                case TEXT -> texts(TextWork.of(a), TextWork.of(b), holds, made);
                case TRUTH -> {
                    for (int i = 0; i < size; i++) {
                        boolean unknown = a.isMissing(i) || b.isMissing(i);
                        made[i] = told(unknown, of(a)[i] - of(b)[i], holds);
                    }
                }
            }
            return new Truths(made);
        };
    }

    private static byte told(boolean unknown, int compared, IntPredicate holds) {
        return unknown ? UNKNOWN : (byte) (holds.test(compared) ? 1 : 0);
    }

    private static void numbers(double[] a, double[] b, IntPredicate holds, byte[] made) {
        for (int i = 0; i < made.length; i++) {
            int compared = a[i] < b[i] ? -1 : a[i] > b[i] ? 1 : 0;
            made[i] = told(Double.isNaN(a[i]) || Double.isNaN(b[i]), compared, holds);
        }
    }

    private static void days(int[] a, int[] b, IntPredicate holds, byte[] made) {
        for (int i = 0; i < made.length; i++) {
            boolean unknown = a[i] == DateColumn.MISSING || b[i] == DateColumn.MISSING;
            made[i] = told(unknown, Integer.compare(a[i], b[i]), holds);
        }
    }

    private static void texts(Texts a, Texts b, IntPredicate holds, byte[] made) {
        Pool pool = new Pool();
        int[] ofA = TextWork.pooled(a, pool);
        int[] ofB = TextWork.pooled(b, pool);
        for (int i = 0; i < made.length; i++) {
            int codeA = a.codes()[i];
            int codeB = b.codes()[i];
            boolean unknown = codeA < 0 || codeB < 0;
            made[i] = told(unknown, unknown || ofA[codeA] == ofB[codeB] ? 0 : 1, holds);
        }
    }

    /** Whether the first is one of the others. */
    static Expression.Made among(Kind kind, List<Expression> all) {
        Expression.Made.Work same = compared(kind, holds("="));
        return new Expression.Made(Kind.TRUTH, all, (parts, size) -> {
            Vector made = same.of(parts.subList(0, 2), size);
            for (int k = 2; k < parts.size(); k++) {
                made = OR.of(List.of(made, same.of(List.of(parts.get(0), parts.get(k)), size)), size);
            }
            return made;
        });
    }
}
