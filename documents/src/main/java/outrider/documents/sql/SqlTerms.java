package outrider.documents.sql;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import outrider.term.Condition;
import outrider.term.Term;
import outrider.term.TermWriter;

/** Terms as expressions over the columns of the step before. */
final class SqlTerms implements TermWriter<String> {
    /** Beyond this exp is past what a double tells from 0 or from no bound; PostgreSQL refuses it. */
    private static final int FAR = 700;

    private final IdentityHashMap<Term, String> known;

    /** @param known columns that hold steps, by identity */
    SqlTerms(IdentityHashMap<Term, String> known) {
        this.known = known;
    }

    @Override
    public String constant(Term.Constant term) {
        return "CAST(" + SqlText.number(term.value()) + " AS double precision)";
    }

    @Override
    public String number(Term.NumberOf term) {
        return SqlText.name(term.column());
    }

    @Override
    public String days(Term.DaysOf term) {
        return SqlText.name(term.column());
    }

    @Override
    public String sum(Term.Sum term) {
        List<String> parts = new ArrayList<>();
        for (Term part : term.parts()) parts.add(part.told(this));
        return "(" + String.join("\n      + ", parts) + ")";
    }

    @Override
    public String difference(Term.Difference term) {
        return "(" + term.left().told(this) + " - " + term.right().told(this) + ")";
    }

    @Override
    public String product(Term.Product term) {
        return "(" + term.left().told(this) + " * " + term.right().told(this) + ")";
    }

    @Override
    public String quotient(Term.Quotient term) {
        return "(" + term.left().told(this) + " / " + term.right().told(this) + ")";
    }

    @Override
    public String applied(Term.Applied term) {
        String of = term.of().told(this);
        return switch (term.function()) {
            case LN -> "LN(" + of + ")";
            case TANH -> "TANH(" + of + ")";
            case EXP ->
                "EXP(CASE WHEN " + of + " > " + FAR + " THEN " + FAR + " WHEN " + of + " < -" + FAR + " THEN -" + FAR
                        + " ELSE " + of + " END)";
        };
    }

    @Override
    public String choice(Term.Choice term) {
        return "CASE WHEN " + term.when().told(this) + " THEN " + term.then().told(this) + " ELSE "
                + term.otherwise().told(this) + " END";
    }

    @Override
    public String byLevel(Term.ByLevel term) {
        String column = SqlText.name(term.column());
        StringBuilder text = new StringBuilder("CASE WHEN " + column + " IS NULL THEN ");
        text.append(term.missing().told(this));
        for (int i = 0; i < term.levels().size(); i++) {
            text.append(" WHEN ")
                    .append(column)
                    .append(" = ")
                    .append(SqlText.text(term.levels().get(i)));
            text.append(" THEN ").append(term.values().get(i).told(this));
        }
        return text.append(" ELSE ")
                .append(term.unknown().told(this))
                .append(" END")
                .toString();
    }

    /** Of one tree; several are told as steps. */
    @Override
    public String trees(Term.Trees term) {
        String own = known.get(term);
        if (own != null) return own;
        StringBuilder text = new StringBuilder("CAST(");
        branch(term.inputs(), term.trees().get(0), 0, text);
        return text.append(" AS double precision)").toString();
    }

    private static void branch(List<Term.TreeInput> inputs, Term.Branches tree, int node, StringBuilder text) {
        int input = tree.input()[node];
        if (input < 0) {
            text.append(SqlText.number(tree.value()[node]));
            return;
        }
        text.append("CASE WHEN ");
        text.append(goesLeft(inputs.get(input), tree, node)).append("\n  THEN ");
        branch(inputs, tree, tree.left()[node], text);
        text.append("\n  ELSE ");
        branch(inputs, tree, tree.left()[node] + 1, text);
        text.append(" END");
    }

    private static String goesLeft(Term.TreeInput input, Term.Branches tree, int node) {
        String column = SqlText.name(input.column());
        String held = input.levels() == null
                ? column + " <= " + SqlText.number(tree.threshold()[node])
                : levels(column, input.levels(), tree, node);
        if (!tree.missingLeft()[node]) return held;
        return column + " IS NULL OR " + held;
    }

    private static String levels(String column, List<String> levels, Term.Branches tree, int node) {
        boolean unlisted = tree.goesLeft(node, levels.size());
        List<String> apart = tree.apart(node, levels);
        if (apart.isEmpty()) return unlisted ? column + " IS NOT NULL" : "FALSE";
        return column + (unlisted ? " NOT IN " : " IN ") + SqlText.texts(apart);
    }

    @Override
    public String step(Term.Step term) {
        return requireNonNull(known.get(term), term.name());
    }

    @Override
    public String missing(Condition.Missing condition) {
        return SqlText.name(condition.column()) + " IS NULL";
    }

    @Override
    public String below(Condition.Below condition) {
        return condition.left().told(this) + " < " + condition.right().told(this);
    }
}
