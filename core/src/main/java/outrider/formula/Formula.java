package outrider.formula;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Table;

/** An expression over the columns of a table, read and typed. Immutable. */
public final class Formula {
    private static final int LONGEST = 2000;

    private final Expression expression;

    private Formula(Expression expression) {
        this.expression = expression;
    }

    /**
     * @param columns whose names it may use
     * @throws BadInput naming the letter from which on it cannot be read, what is wrong there and what would do
     */
    public static Formula of(String text, Map<String, ColumnType> columns) {
        if (text.length() > LONGEST) {
            throw BadInput.of("formula", "has " + text.length() + " letters", "give at most " + LONGEST);
        }
        return new Formula(Parser.of(text, columns));
    }

    /** @throws BadInput if it is no condition, and as {@link #of} does */
    public static Formula condition(String text, Map<String, ColumnType> columns) {
        Formula read = of(text, columns);
        if (read.expression.kind() == Kind.TRUTH) return read;
        throw BadInput.of(
                "condition", "gives " + read.expression.kind().words, "compare it with something, such as visits > 3");
    }

    /** The columns that it reads, in the order in which they stand in it. */
    public Set<String> reads() {
        Set<String> names = new LinkedHashSet<>();
        collect(expression, names);
        return names;
    }

    private static void collect(Expression expression, Set<String> names) {
        if (expression instanceof Expression.ColumnValue column) names.add(column.name());
        expression.parts().forEach(part -> collect(part, names));
    }

    /** What it gives for every record, as a column: numbers, dates, or levels; conditions give yes and no. O(records). */
    public Column column(String name, Table table) {
        return expression.values(table).column(name);
    }

    /** Records for which it holds; a comparison with a missing value does not. */
    public boolean[] holds(Table table) {
        byte[] truth = ((Vector.Truths) expression.values(table)).values();
        boolean[] holds = new boolean[truth.length];
        for (int i = 0; i < holds.length; i++) holds[i] = truth[i] == 1;
        return holds;
    }

    /** How many values of a condition are unknown, because something that it compares is missing. */
    public int unknown(Table table) {
        Vector truth = expression.values(table);
        return (int) IntStream.range(0, truth.size()).filter(truth::isMissing).count();
    }

    public static Map<String, ColumnType> types(Table table) {
        Map<String, ColumnType> types = new LinkedHashMap<>();
        table.columns().forEach(column -> types.put(column.name(), column.type()));
        return types;
    }

    /**
     * A table with columns made of its own, behind them, by name. A formula may use another made column.
     *
     * @param formulas by the name of what they make
     * @throws BadInput if a name is taken, a formula cannot be read, or some are made of one another; it names the column
     */
    public static Table applied(Map<String, String> formulas, Table table) {
        if (formulas.isEmpty()) return table;
        List<Column> made = new ArrayList<>(table.columns());
        Map<String, Formula> read = ordered(formulas, types(table));
        Map<String, Column> byName = new TreeMap<>();
        Table known = table;
        for (Map.Entry<String, Formula> entry : read.entrySet()) {
            Column column = entry.getValue().column(entry.getKey(), known);
            byName.put(entry.getKey(), column);
            List<Column> all = new ArrayList<>(known.columns());
            all.add(column);
            known = new Table(all, table.startLines());
        }
        made.addAll(byName.values());
        return new Table(made, table.startLines());
    }

    /** Each formula after those that it uses. */
    public static Map<String, Formula> ordered(Map<String, String> formulas, Map<String, ColumnType> columns) {
        Map<String, ColumnType> known = new LinkedHashMap<>(columns);
        for (String name : formulas.keySet()) {
            if (!columns.containsKey(name)) continue;
            throw BadInput.of("column \"" + name + "\"", "is in the file already", "give what is made another name");
        }
        Map<String, String> waiting = new TreeMap<>(formulas);
        Map<String, Formula> read = new LinkedHashMap<>();
        while (!waiting.isEmpty()) {
            int before = waiting.size();
            BadInput refused = null;
            for (String name : List.copyOf(waiting.keySet())) {
                try {
                    Formula formula = of(requireNonNull(waiting.get(name)), known);
                    read.put(name, formula);
                    known.put(name, formula.type());
                    waiting.remove(name);
                } catch (BadInput e) {
                    if (refused == null || !mentionsWaiting(waiting, name)) refused = named(name, e);
                }
            }
            if (refused == null || waiting.size() < before) continue;
            if (waiting.size() > 1 && waiting.keySet().stream().allMatch(name -> mentionsWaiting(waiting, name))) {
                throw BadInput.of(
                        "formulas",
                        String.join(", ", waiting.keySet()) + " are made of one another",
                        "break the circle");
            }
            throw refused;
        }
        return read;
    }

    private static boolean mentionsWaiting(Map<String, String> waiting, String name) {
        String formula = requireNonNull(waiting.get(name));
        return waiting.keySet().stream().anyMatch(other -> !other.equals(name) && formula.contains(other));
    }

    private static BadInput named(String name, BadInput e) {
        return BadInput.of("formula of " + name, e.found(), e.remedy());
    }

    public ColumnType type() {
        return switch (expression.kind()) {
            case NUMBER -> ColumnType.NUMBER;
            case DAY -> ColumnType.DATE;
            case TEXT, TRUTH -> ColumnType.CATEGORY;
        };
    }
}
