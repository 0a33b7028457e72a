package outrider.term;

import java.util.List;

/** Holds or does not, of one record; what it compares is never missing unless it asks just that. */
public sealed interface Condition {
    /** Terms that it compares. */
    List<Term> parts();

    <R> R told(TermWriter<R> writer);

    /** The column has no value. */
    record Missing(String column) implements Condition {
        @Override
        public List<Term> parts() {
            return List.of();
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.missing(this);
        }
    }

    /** {@code left < right}. */
    record Below(Term left, Term right) implements Condition {
        @Override
        public List<Term> parts() {
            return List.of(left, right);
        }

        @Override
        public <R> R told(TermWriter<R> writer) {
            return writer.below(this);
        }
    }
}
