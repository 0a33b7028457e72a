package outrider.term;

/** Writes terms down in some language, each kind in its own way. */
public interface TermWriter<R> {
    R constant(Term.Constant term);

    R number(Term.NumberOf term);

    R days(Term.DaysOf term);

    R sum(Term.Sum term);

    R difference(Term.Difference term);

    R product(Term.Product term);

    R quotient(Term.Quotient term);

    R applied(Term.Applied term);

    R choice(Term.Choice term);

    R byLevel(Term.ByLevel term);

    R trees(Term.Trees term);

    R step(Term.Step term);

    R missing(Condition.Missing condition);

    R below(Condition.Below condition);
}
