package outrider.documents.sql;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.documents.form.Plan;
import outrider.documents.form.TermSteps;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.term.Term;

/** One {@code SELECT} that gives every row of a table its score, band, action and version. */
public final class SqlForm {
    /** What the table is called where nobody names it. */
    public static final String TABLE = "list";

    private static final int TOGETHER = 100;
    private static final int MOST_TREES = 1000;

    private final Plan plan;
    private final Dialect dialect;
    private final String prefix;
    private final IdentityHashMap<Term, String> known = new IdentityHashMap<>();
    private final StringBuilder text = new StringBuilder();
    private String last = "";

    private SqlForm(Plan plan, Dialect dialect) {
        this.plan = plan;
        this.dialect = dialect;
        prefix = plan.prefix();
    }

    /**
     * @param table whose rows are scored, as SQL names it
     * @throws BadInput saying what of the recipe it cannot carry
     */
    public static String of(ReleasedRecipe released, String table, Dialect dialect) {
        return new SqlForm(Plan.of(released), dialect).write(table);
    }

    private String write(String table) {
        ScoringRecipe recipe = plan.recipe();
        List<String> names = new ArrayList<>(
                plan.needs().stream().map(ScoringRecipe.Need::name).toList());
        if (recipe.identifier() != null && !names.contains(recipe.identifier())) names.add(recipe.identifier());
        SqlText.demandApart(names);
        head(table);
        read(table);
        Term score = plan.score();
        IdentityHashMap<Term, Term> split = new IdentityHashMap<>();
        TermSteps steps = TermSteps.of(score);
        List<List<Term>> levels = new ArrayList<>();
        for (Term step : steps.inOrder()) {
            int depth = steps.depth(step);
            while (levels.size() < depth) levels.add(new ArrayList<>());
            levels.get(depth - 1).add(step);
        }
        for (List<Term> level : levels) {
            for (Term step : level) if (step instanceof Term.Trees forest) trees(forest, split);
            List<Term> plain =
                    level.stream().filter(s -> s instanceof Term.Step).toList();
            if (!plain.isEmpty()) step(plain);
        }
        step(List.of(new Term.Step("score", score)));
        String value = prefix + known.size();
        String version = plan.released().release() == null
                ? ""
                : ", " + plan.released().release().version() + " AS version";
        text.append("\n)\nSELECT ")
                .append(prefix)
                .append("id AS ")
                .append(SqlText.name(recipe.identifier() == null ? "record" : recipe.identifier()))
                .append(", ")
                .append(value)
                .append(" AS score,\n  ")
                .append(band(value))
                .append(" AS band,\n  ")
                .append(action(value))
                .append(" AS action")
                .append(version)
                .append("\nFROM ")
                .append(last)
                .append(";\n");
        return text.toString();
    }

    private void head(String table) {
        ScoringRecipe recipe = plan.recipe();
        ReleasedRecipe.Release release = plan.released().release();
        text.append("-- ").append(SqlText.remark(recipe.brief()));
        if (release != null) {
            text.append(": version ")
                    .append(release.version())
                    .append(", signed by report ")
                    .append(release.report());
            text.append("\n-- evidence SHA-256 ").append(release.evidence());
        }
        text.append("\n-- ")
                .append(SqlText.remark(
                        recipe.candidate() + " " + recipe.acting().cut()));
        text.append("\n-- Rows are read from ").append(SqlText.remark(table));
        text.append(
                dialect == Dialect.POSTGRESQL
                        ? ". PostgreSQL 12 and later; with many trees set jit = off.\n"
                        : ". SQL:2016.\n");
    }

    private void read(String table) {
        String identifier = plan.recipe().identifier();
        last = prefix + "read";
        text.append("WITH ").append(last).append(dialect.once());
        text.append("\n  SELECT ")
                .append(identifier == null ? "ROW_NUMBER() OVER ()" : SqlText.name(identifier))
                .append(" AS ")
                .append(prefix)
                .append("id");
        for (ScoringRecipe.Need need : plan.needs()) {
            text.append(",\n    ").append(read(need)).append(" AS ").append(SqlText.name(need.name()));
        }
        text.append("\n  FROM ").append(table);
    }

    private String read(ScoringRecipe.Need need) {
        String column = SqlText.name(need.name());
        if (need.type() == ColumnType.CATEGORY) return level(need.reading(), dialect.text(column));
        String value = need.type() == ColumnType.DATE ? dialect.days(column, need.name()) : dialect.number(column);
        double[] codes = ReleasedRecipe.missingCodes(need);
        if (codes.length == 0) return value;
        String listed = DoubleStream.of(codes).mapToObj(SqlText::number).collect(Collectors.joining(", ", "(", ")"));
        return "CASE WHEN " + value + " IN " + listed + " THEN NULL ELSE " + value + " END";
    }

    private static String level(@Nullable Reading reading, String value) {
        if (reading == null) return value;
        String read = value;
        if (reading.missing() != null && !reading.missing().isEmpty()) {
            List<String> gone =
                    reading.missing().stream().filter(text -> !text.isBlank()).toList();
            boolean blank = gone.size() < reading.missing().size();
            String is = gone.isEmpty() ? "" : read + " IN " + SqlText.texts(gone);
            String bare = blank ? "TRIM(" + read + ") = ''" : "";
            read = "CASE WHEN " + is + (is.isEmpty() || bare.isEmpty() ? "" : " OR ") + bare + " THEN NULL ELSE " + read
                    + " END";
        }
        if (reading.levels() != null && !reading.levels().isEmpty()) {
            StringBuilder named = new StringBuilder("CASE " + read);
            new TreeMap<>(reading.levels())
                    .forEach((from, to) -> named.append(" WHEN ")
                            .append(SqlText.text(from))
                            .append(" THEN ")
                            .append(SqlText.text(to)));
            read = named.append(" ELSE ").append(read).append(" END").toString();
        }
        if (reading.keep() != null) {
            String kept = reading.keep().isEmpty() ? "FALSE" : read + " IN " + SqlText.texts(reading.keep());
            read = "CASE WHEN " + read + " IS NULL THEN NULL WHEN " + kept + " THEN " + read + " ELSE "
                    + SqlText.text(Reading.OTHER) + " END";
        }
        return read;
    }

    /** A column a tree, then their sum, some at a time. */
    private void trees(Term.Trees forest, IdentityHashMap<Term, Term> done) {
        if (done.put(forest, forest) != null) return;
        int count = forest.trees().size();
        if (count > MOST_TREES) {
            throw BadInput.of(
                    "model",
                    "has " + count + " trees",
                    "a statement carries up to " + MOST_TREES + ": take the recipe itself, or grow fewer");
        }
        List<Term> each = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Term one = new Term.Trees(forest.inputs(), List.of(forest.trees().get(i)));
            each.add(new Term.Step("tree " + (i + 1), one));
        }
        step(each);
        Term sum = new Term.Constant(0);
        for (int from = 0; from < count; from += TOGETHER) {
            int to = Math.min(count, from + TOGETHER);
            List<Term> parts = new ArrayList<>(List.of(sum));
            parts.addAll(each.subList(from, to));
            Term.Step so = new Term.Step("trees 1 to " + to, new Term.Sum(parts));
            step(List.of(so));
            sum = so;
        }
        known.put(forest, String.valueOf(known.get(sum)));
    }

    private void step(List<Term> steps) {
        String before = last;
        SqlTerms terms = new SqlTerms(known);
        last = prefix + "step" + (known.size() + 1);
        text.append("\n),\n").append(last).append(dialect.once()).append("\n  SELECT *");
        for (Term each : steps) {
            Term.Step step = (Term.Step) each;
            String value = step.of().told(terms);
            String column = prefix + (known.size() + 1);
            text.append(",\n    -- ").append(SqlText.remark(step.name())).append("\n    ");
            text.append(value).append(" AS ").append(column);
            known.put(step, column);
        }
        text.append("\n  FROM ").append(before);
    }

    private String band(String score) {
        double[] from = plan.recipe().acting().bandFrom();
        StringBuilder band = new StringBuilder("CASE WHEN " + score + " IS NULL THEN NULL");
        for (int i = 0; i < from.length; i++) {
            band.append(" WHEN ").append(score).append(" >= ").append(SqlText.number(Plan.edge(from[i])));
            band.append(" THEN ").append(i + 1);
        }
        return band.append(" ELSE ").append(from.length + 1).append(" END").toString();
    }

    private String action(String score) {
        Double threshold = plan.recipe().acting().threshold();
        if (threshold == null) return "'leave'";
        return "CASE WHEN " + score + " >= " + SqlText.number(Plan.edge(threshold)) + " THEN 'act' WHEN " + score
                + " IS NOT NULL THEN 'leave' END";
    }
}
