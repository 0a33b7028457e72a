package outrider.term;

import java.util.IdentityHashMap;
import java.util.Map;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** Works a term out for one record, plainly. */
final class TermValue implements TermWriter<Object> {
    private final Table table;
    private final int record;
    private final Map<Term, Double> known = new IdentityHashMap<>();

    private TermValue(Table table, int record) {
        this.table = table;
        this.record = record;
    }

    static double of(Term term, Table table, int record) {
        return new TermValue(table, record).value(term);
    }

    private double value(Term term) {
        return (Double) term.told(this);
    }

    @Override
    public Object constant(Term.Constant term) {
        return term.value();
    }

    @Override
    public Object number(Term.NumberOf term) {
        return ((NumberColumn) table.column(term.column())).values()[record];
    }

    @Override
    public Object days(Term.DaysOf term) {
        return (double) ((DateColumn) table.column(term.column())).days()[record];
    }

    @Override
    public Object sum(Term.Sum term) {
        double sum = value(term.parts().get(0));
        for (Term part : term.parts().subList(1, term.parts().size())) sum += value(part);
        return sum;
    }

    @Override
    public Object difference(Term.Difference term) {
        return value(term.left()) - value(term.right());
    }

    @Override
    public Object product(Term.Product term) {
        return value(term.left()) * value(term.right());
    }

    @Override
    public Object quotient(Term.Quotient term) {
        return value(term.left()) / value(term.right());
    }

    @Override
    public Object applied(Term.Applied term) {
        double of = value(term.of());
        return switch (term.function()) {
            case EXP -> Math.exp(of);
            case LN -> Math.log(of);
            case TANH -> Math.tanh(of);
        };
    }

    @Override
    public Object choice(Term.Choice term) {
        return value((Boolean) term.when().told(this) ? term.then() : term.otherwise());
    }

    @Override
    public Object byLevel(Term.ByLevel term) {
        String level = table.column(term.column()).text(record);
        if (level == null) return value(term.missing());
        int at = term.levels().indexOf(level);
        return value(at < 0 ? term.unknown() : term.values().get(at));
    }

    @Override
    public Object trees(Term.Trees term) {
        double sum = 0;
        for (Term.Branches tree : term.trees()) {
            int node = 0;
            while (tree.input()[node] >= 0) {
                Term.TreeInput input = term.inputs().get(tree.input()[node]);
                node = tree.left()[node] + (goesLeft(input, tree, node) ? 0 : 1);
            }
            sum += tree.value()[node];
        }
        return sum;
    }

    private boolean goesLeft(Term.TreeInput input, Term.Branches tree, int node) {
        Column column = table.column(input.column());
        if (column.isMissing(record)) return tree.missingLeft()[node];
        if (input.levels() == null) {
            double value =
                    input.date() ? ((DateColumn) column).days()[record] : ((NumberColumn) column).values()[record];
            return value <= tree.threshold()[node];
        }
        String level = ((CategoryColumn) column).text(record);
        boolean apart = tree.apart(node, input.levels()).contains(level);
        return tree.goesLeft(node, input.levels().size()) != apart;
    }

    @Override
    public Object step(Term.Step term) {
        Double value = known.get(term);
        if (value == null) known.put(term, value = value(term.of()));
        return value;
    }

    @Override
    public Object missing(Condition.Missing condition) {
        return table.column(condition.column()).isMissing(record);
    }

    @Override
    public Object below(Condition.Below condition) {
        return value(condition.left()) < value(condition.right());
    }
}
