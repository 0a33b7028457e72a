package outrider.prepare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.term.Term;
import outrider.term.Terms;

/**
 * One 0/1 input a level but the commonest, against which the others are read. Levels with few training records share an input
 * "other"; missing is a level of its own where training had any; levels never seen count as "other", or as the commonest
 * where there is no "other".
 */
public record CategoryStep(
        String column, @Nullable String baseline, List<String> levels, boolean other, boolean flagged) implements Step {
    /** Levels with fewer training records than this share the input "other". */
    public static final int FEWEST = 50;

    /** @param rows the training records */
    public static CategoryStep fit(Column source, int[] rows) {
        Map<String, Integer> counts = LevelCodes.counts(source, rows);
        int known = counts.values().stream().mapToInt(Integer::intValue).sum();
        List<String> kept = new ArrayList<>();
        counts.forEach((level, count) -> {
            if (count >= Math.min(FEWEST, Math.max(1, rows.length / 100))) kept.add(level);
        });
        kept.sort(Comparator.comparingInt((String level) -> -counts.getOrDefault(level, 0))
                .thenComparing(Comparator.naturalOrder()));
        String baseline = kept.isEmpty() ? null : kept.remove(0);
        boolean other = counts.size() > kept.size() + (baseline == null ? 0 : 1);
        return new CategoryStep(source.name(), baseline, List.copyOf(kept), other, known < rows.length);
    }

    @Override
    public List<String> inputs() {
        List<String> names = new ArrayList<>();
        for (String level : levels) names.add(column + " = " + level);
        if (other) names.add(column + " = other");
        if (flagged) names.add(column + " missing");
        return names;
    }

    @Override
    public int numbers() {
        return 0;
    }

    @Override
    public void write(Column source, int[] rows, double[][] into) {}

    @Override
    public List<Term> numberTerms() {
        return List.of();
    }

    @Override
    public Term levelTerm(double[] slopes) {
        List<String> known = new ArrayList<>(levels);
        List<Term> values = new ArrayList<>();
        for (int i = 0; i < levels.size(); i++) values.add(Terms.constant(slopes[i]));
        if (baseline != null) {
            known.add(baseline);
            values.add(Terms.constant(0));
        }
        double missing = flagged ? slopes[slopes.length - 1] : 0;
        double unknown = other ? slopes[levels.size()] : 0;
        return new Term.ByLevel(column, known, values, Terms.constant(missing), Terms.constant(unknown));
    }

    @Override
    public int @Nullable [] levels(Column source, int[] rows) {
        int own = levels.size() + (other ? 1 : 0) + (flagged ? 1 : 0);
        if (own == 0) return null;
        List<String> known = new ArrayList<>(levels);
        if (baseline != null) known.add(baseline);
        int[] which = LevelCodes.of(source, rows, known);
        for (int i = 0; i < which.length; i++) {
            if (which[i] == LevelCodes.MISSING) which[i] = flagged ? own - 1 : -1;
            else if (which[i] == LevelCodes.UNKNOWN) which[i] = other ? levels.size() : -1;
            else if (which[i] == levels.size()) which[i] = -1;
        }
        return which;
    }

    @Override
    public String explain() {
        if (inputs().isEmpty()) return "only one level in training: it makes no input";
        return "one 0/1 input a level, read against \"" + baseline + "\""
                + (other ? "; levels with few records share \"other\"" : "")
                + (flagged ? "; missing is a level of its own" : "");
    }
}
