package outrider.formula;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import outrider.formula.Words.Sort;
import outrider.formula.Words.Word;
import outrider.table.ColumnType;

/** Turns the words of a formula into an expression, by recursive descent. */
final class Parser {
    private static final int DEEPEST = 60;
    private static final int NAMED = 8;
    private static final List<String> COMPARED = List.of("=", "<>", "<=", ">=", "<", ">");

    private final List<Word> words;
    private final Map<String, ColumnType> columns;
    private int next;
    private int depth;

    private Parser(List<Word> words, Map<String, ColumnType> columns) {
        this.words = words;
        this.columns = columns;
    }

    static Expression of(String formula, Map<String, ColumnType> columns) {
        Parser parser = new Parser(Words.of(formula), columns);
        Expression whole = parser.either();
        Word rest = parser.word();
        if (rest.sort() != Sort.END) {
            throw Words.refused(
                    rest.at(),
                    "“" + rest.text() + "” does not go on from what stands before it",
                    "join values by + - * / = and or …");
        }
        return whole;
    }

    private Word word() {
        return words.get(next);
    }

    private boolean take(String sign) {
        if (!word().is(sign)) return false;
        next++;
        return true;
    }

    private void demand(String sign) {
        if (take(sign)) return;
        Word found = word();
        String what = found.sort() == Sort.END ? "the end" : "“" + found.text() + "”";
        throw Words.refused(found.at(), "“" + sign + "” is expected, not " + what, "put “" + sign + "” there");
    }

    private Expression either() {
        if (++depth > DEEPEST) {
            throw Words.refused(word().at(), "it is nested more than " + DEEPEST + " deep", "make it in two steps");
        }
        Expression made = together();
        while (word().is("or")) made = truths(made, TruthWork.OR, this::together);
        depth--;
        return made;
    }

    private Expression together() {
        Expression made = negated();
        while (word().is("and")) made = truths(made, TruthWork.AND, this::negated);
        return made;
    }

    private interface Side {
        Expression read();
    }

    private Expression truths(Expression left, Expression.Made.Work work, Side right) {
        Word sign = words.get(next++);
        Expression other = right.read();
        demand(left, Kind.TRUTH, sign);
        demand(other, Kind.TRUTH, sign);
        return new Expression.Made(Kind.TRUTH, List.of(left, other), work);
    }

    private Expression negated() {
        Word sign = word();
        if (!take("not")) return compared();
        if (++depth > DEEPEST) throw Words.refused(sign.at(), "there are too many “not”", "leave some out");
        Expression of = negated();
        depth--;
        demand(of, Kind.TRUTH, sign);
        return new Expression.Made(Kind.TRUTH, List.of(of), TruthWork.NOT);
    }

    private static void demand(Expression found, Kind wanted, Word sign) {
        if (found.kind() == wanted) return;
        throw Words.refused(
                sign.at(),
                "“" + sign.text() + "” wants " + wanted.words + ", not " + found.kind().words,
                wanted(wanted));
    }

    private static String wanted(Kind kind) {
        return switch (kind) {
            case TRUTH -> "give a condition such as visits > 3";
            case NUMBER -> "give numbers; text('…') cannot be counted with, days(a, b) counts days";
            case DAY -> "give dates, such as date '2025-01-31'";
            case TEXT -> "give texts, such as 'north'";
        };
    }

    private Expression compared() {
        Expression left = added();
        Word sign = word();
        if (sign.sort() == Sort.SIGN && COMPARED.contains(sign.text())) {
            next++;
            Expression right = added();
            return comparison(left, right, sign);
        }
        if (take("is")) {
            boolean not = take("not");
            demand("missing");
            Expression missing = new Expression.Made(Kind.TRUTH, List.of(left), TruthWork.MISSING);
            return not ? new Expression.Made(Kind.TRUTH, List.of(missing), TruthWork.NOT) : missing;
        }
        boolean not = word().is("not") && words.get(next + 1).is("in");
        if (not) next++;
        if (take("in")) {
            demand("(");
            List<Expression> all = new ArrayList<>(List.of(left));
            do {
                Expression one = added();
                if (one.kind() != left.kind()) {
                    throw Words.refused(
                            sign.at(),
                            "“in” compares " + left.kind().words + " with " + one.kind().words,
                            wanted(left.kind()));
                }
                all.add(one);
            } while (take(","));
            demand(")");
            Expression among = TruthWork.among(left.kind(), all);
            return not ? new Expression.Made(Kind.TRUTH, List.of(among), TruthWork.NOT) : among;
        }
        return left;
    }

    private static Expression comparison(Expression left, Expression right, Word sign) {
        if (left.kind() != right.kind()) {
            throw Words.refused(
                    sign.at(),
                    "“" + sign.text() + "” compares " + left.kind().words + " with " + right.kind().words,
                    wanted(left.kind()));
        }
        boolean ordered = left.kind() == Kind.NUMBER || left.kind() == Kind.DAY;
        if (!ordered && !sign.text().equals("=") && !sign.text().equals("<>")) {
            throw Words.refused(
                    sign.at(), "“" + sign.text() + "” has no meaning for " + left.kind().words, "compare by = or <>");
        }
        return new Expression.Made(
                Kind.TRUTH, List.of(left, right), TruthWork.compared(left.kind(), TruthWork.holds(sign.text())));
    }

    private Expression added() {
        Expression made = multiplied();
        while (word().sort() == Sort.SIGN && (word().is("+") || word().is("-"))) {
            Word sign = words.get(next++);
            made = sum(made, multiplied(), sign);
        }
        return made;
    }

    private static Expression sum(Expression left, Expression right, Word sign) {
        boolean plus = sign.is("+");
        List<Expression> both = List.of(left, right);
        if (left.kind() == Kind.DAY && right.kind() == Kind.NUMBER) {
            return new Expression.Made(Kind.DAY, both, DayWork.moved(plus ? 1 : -1));
        }
        if (left.kind() == Kind.DAY && right.kind() == Kind.DAY && !plus) {
            return new Expression.Made(Kind.NUMBER, both, DayWork.BETWEEN);
        }
        return arithmetic(left, right, sign, plus ? Double::sum : (a, b) -> a - b);
    }

    private static Expression arithmetic(
            Expression left, Expression right, Word sign, java.util.function.DoubleBinaryOperator with) {
        demand(left, Kind.NUMBER, sign);
        demand(right, Kind.NUMBER, sign);
        return new Expression.Made(Kind.NUMBER, List.of(left, right), NumberWork.both(with));
    }

    private Expression multiplied() {
        Expression made = signed();
        while (word().sort() == Sort.SIGN && (word().is("*") || word().is("/"))) {
            Word sign = words.get(next++);
            made = arithmetic(made, signed(), sign, sign.is("*") ? (a, b) -> a * b : (a, b) -> a / b);
        }
        return made;
    }

    private Expression signed() {
        Word sign = word();
        if (!take("-")) return raised();
        if (++depth > DEEPEST) throw Words.refused(sign.at(), "there are too many signs", "leave some out");
        Expression of = signed();
        depth--;
        demand(of, Kind.NUMBER, sign);
        if (of instanceof Expression.NumberValue plain) return new Expression.NumberValue(-plain.value());
        return new Expression.Made(Kind.NUMBER, List.of(of), NumberWork.each(x -> -x));
    }

    private Expression raised() {
        Expression base = single();
        Word sign = word();
        if (!take("^")) return base;
        return arithmetic(base, signed(), sign, Math::pow);
    }

    private Expression single() {
        Word first = words.get(next);
        if (first.sort() != Sort.END) next++;
        switch (first.sort()) {
            case NUMBER -> {
                return new Expression.NumberValue(number(first));
            }
            case TEXT -> {
                return new Expression.TextValue(first.text());
            }
            case QUOTED_NAME -> {
                return column(first);
            }
            case NAME -> {
                if (first.is("date") && word().sort() == Sort.TEXT) return day(words.get(next++));
                if (!take("(")) return column(first);
                List<Expression> arguments = new ArrayList<>();
                if (!take(")")) {
                    do arguments.add(either());
                    while (take(","));
                    demand(")");
                }
                Function function = Functions.named(first.text(), first.at());
                return function.typed().of(new Call(function, arguments, first.at()));
            }
            default -> {
                if (first.is("(")) {
                    Expression inside = either();
                    demand(")");
                    return inside;
                }
                String what = first.sort() == Sort.END
                        ? "it ends too early"
                        : "“" + first.text() + "” stands where a value should";
                throw Words.refused(first.at(), what, "put a column, a number, a 'text' or a function there");
            }
        }
    }

    private static double number(Word word) {
        try {
            return Double.parseDouble(word.text());
        } catch (NumberFormatException e) {
            throw Words.refused(word.at(), "“" + word.text() + "” is no number", "write numbers like 1234.5");
        }
    }

    private static Expression day(Word word) {
        try {
            return new Expression.DayValue((int) LocalDate.parse(word.text()).toEpochDay());
        } catch (DateTimeException e) {
            throw Words.refused(word.at(), "“" + word.text() + "” is no day", "write it like date '2025-01-31'");
        }
    }

    private Expression column(Word word) {
        String name = word.text();
        ColumnType type = columns.get(name);
        if (type == null) {
            throw Words.refused(
                    word.at(),
                    "there is no column “" + name + "”",
                    "columns are " + like(name)
                            + "; write names with blanks between \"double quotes\", texts between 'single quotes'");
        }
        return new Expression.ColumnValue(
                name,
                switch (type) {
                    case NUMBER -> Kind.NUMBER;
                    case DATE -> Kind.DAY;
                    case CATEGORY, TEXT -> Kind.TEXT;
                });
    }

    /** Some columns, those first whose names look like the one that was written. */
    private String like(String wanted) {
        String start = wanted.toLowerCase(Locale.ROOT).substring(0, Math.min(3, wanted.length()));
        List<String> order = new ArrayList<>(columns.keySet());
        order.sort((a, b) -> Boolean.compare(
                b.toLowerCase(Locale.ROOT).contains(start),
                a.toLowerCase(Locale.ROOT).contains(start)));
        return String.join(", ", order.subList(0, Math.min(NAMED, order.size()))) + (order.size() > NAMED ? ", …" : "");
    }
}
