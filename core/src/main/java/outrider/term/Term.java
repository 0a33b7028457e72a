package outrider.term;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A number that follows from one record's columns, in doubles (IEEE 754), in the order in which it is written: whoever computes it so gets
 * the model's score to the bit, but for the last one of exp, ln and tanh.
 */
public sealed interface Term {
    /** Terms that it is made of, in order. */
    default List<Term> parts() {
        return List.of();
    }

    <R> R told(TermWriter<R> writer);

    record Constant(double value) implements Term {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.constant(this);
        }
    }

    /** The column's number; asked only where it is not missing. */
    record NumberOf(String column) implements Term {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.number(this);
        }
    }

    /** The column's date in days since 1970-01-01; asked only where it is not missing. */
    record DaysOf(String column) implements Term {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.days(this);
        }
    }

    /** Added from left to right; at least one. */
    record Sum(List<Term> parts) implements Term {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.sum(this);
        }
    }

    /** Of two, in order. */
    sealed interface Pair extends Term {
        Term left();

        Term right();

        @Override
        default List<Term> parts() {
            return List.of(left(), right());
        }
    }

    record Difference(Term left, Term right) implements Pair {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.difference(this);
        }
    }

    record Product(Term left, Term right) implements Pair {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.product(this);
        }
    }

    record Quotient(Term left, Term right) implements Pair {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.quotient(this);
        }
    }

    enum Function {
        EXP,
        LN,
        TANH
    }

    record Applied(Function function, Term of) implements Term {
        @Override
        public List<Term> parts() {
            return List.of(of);
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.applied(this);
        }
    }

    record Choice(Condition when, Term then, Term otherwise) implements Term {
        @Override
        public List<Term> parts() {
            List<Term> parts = new ArrayList<>(when.parts());
            parts.add(then);
            parts.add(otherwise);
            return parts;
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.choice(this);
        }
    }

    /**
     * By the column's level.
     *
     * @param values one a level
     * @param missing where the column has no value, {@code unknown} for levels that are not listed
     */
    record ByLevel(String column, List<String> levels, List<Term> values, Term missing, Term unknown) implements Term {
        @Override
        public List<Term> parts() {
            List<Term> parts = new ArrayList<>(values);
            parts.add(missing);
            parts.add(unknown);
            return parts;
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.byLevel(this);
        }
    }

    /** 0, and what each tree says of the record added from left to right. */
    record Trees(List<TreeInput> inputs, List<Branches> trees) implements Term {
        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.trees(this);
        }
    }

    /** Worked out once, wherever it is read; by identity, and told by its name. */
    record Step(String name, Term of) implements Term {
        @Override
        public List<Term> parts() {
            return List.of(of);
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.step(this);
        }
    }

    /**
     * A column as trees read it.
     *
     * @param levels in the places that the trees know them by, those not listed share the place behind; null for numbers and dates
     */
    record TreeInput(String column, @Nullable List<String> levels, boolean date) {}

    /**
     * A tree by its nodes, the root first; the right branch follows the left.
     *
     * @param input that a node looks at, −1 for a leaf
     * @param threshold at most this goes left
     * @param levelsLeft a bit a place; null where numbers or places are held against the threshold
     * @param value of each leaf
     */
    record Branches(
            int[] input, double[] threshold, long[][] levelsLeft, boolean[] missingLeft, int[] left, double[] value) {
        /** Whether a level of that place goes left. */
        public boolean goesLeft(int node, int place) {
            long[] levels = levelsLeft[node];
            if (levels == null) return place <= threshold[node];
            int word = place >> 6;
            return word < levels.length && (levels[word] >>> place & 1) != 0;
        }

        /** The listed levels on the side where the unlisted ones do not go. */
        public List<String> apart(int node, List<String> levels) {
            boolean unlisted = goesLeft(node, levels.size());
            List<String> apart = new ArrayList<>();
            for (int place = 0; place < levels.size(); place++) {
                if (goesLeft(node, place) != unlisted) apart.add(levels.get(place));
            }
            return apart;
        }
    }
}
