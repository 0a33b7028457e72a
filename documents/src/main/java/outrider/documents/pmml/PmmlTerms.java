package outrider.documents.pmml;

import static java.util.Objects.requireNonNull;

import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import outrider.term.Condition;
import outrider.term.Term;
import outrider.term.TermWriter;

/** Terms as expressions of PMML. Gives itself, so that nothing hangs on it. */
final class PmmlTerms implements TermWriter<Xml> {
    private final Xml xml;
    private final IdentityHashMap<Term, String> known;
    private final Map<String, String> fields;

    /**
     * @param known fields that hold steps, by identity
     * @param fields names of the fields that hold a column as it is read
     */
    PmmlTerms(Xml xml, IdentityHashMap<Term, String> known, Map<String, String> fields) {
        this.xml = xml;
        this.known = known;
        this.fields = fields;
    }

    private Xml field(String column) {
        return xml.empty("FieldRef", "field", requireNonNull(fields.get(column), column));
    }

    private Xml apply(String function, Term... parts) {
        return apply(function, List.of(parts));
    }

    private Xml apply(String function, List<Term> parts) {
        xml.open("Apply", "function", function);
        for (Term part : parts) part.told(this);
        return xml.shut();
    }

    @Override
    public Xml constant(Term.Constant term) {
        return xml.text("Constant", Double.toString(term.value()), "dataType", "double");
    }

    @Override
    public Xml number(Term.NumberOf term) {
        return field(term.column());
    }

    @Override
    public Xml days(Term.DaysOf term) {
        return field(term.column());
    }

    @Override
    public Xml sum(Term.Sum term) {
        return term.parts().size() == 1 ? term.parts().get(0).told(this) : apply("sum", term.parts());
    }

    @Override
    public Xml difference(Term.Difference term) {
        return apply("-", term.left(), term.right());
    }

    @Override
    public Xml product(Term.Product term) {
        return apply("*", term.left(), term.right());
    }

    @Override
    public Xml quotient(Term.Quotient term) {
        return apply("/", term.left(), term.right());
    }

    @Override
    public Xml applied(Term.Applied term) {
        return apply(term.function().name().toLowerCase(Locale.ROOT), term.of());
    }

    @Override
    public Xml choice(Term.Choice term) {
        xml.open("Apply", "function", "if");
        term.when().told(this);
        term.then().told(this);
        term.otherwise().told(this);
        return xml.shut();
    }

    @Override
    public Xml byLevel(Term.ByLevel term) {
        boolean plain =
                !term.levels().isEmpty() && term.parts().stream().allMatch(part -> part instanceof Term.Constant);
        return plain ? table(term) : nested(term);
    }

    private static String value(Term term) {
        return Double.toString(((Term.Constant) term).value());
    }

    private Xml table(Term.ByLevel term) {
        xml.open(
                "MapValues",
                "outputColumn",
                "value",
                "dataType",
                "double",
                "defaultValue",
                value(term.unknown()),
                "mapMissingTo",
                value(term.missing()));
        xml.empty("FieldColumnPair", "field", requireNonNull(fields.get(term.column())), "column", "level");
        xml.open("InlineTable");
        for (int i = 0; i < term.levels().size(); i++) {
            xml.open("row");
            xml.text("level", term.levels().get(i))
                    .text("value", value(term.values().get(i)));
            xml.shut();
        }
        return xml.shut().shut();
    }

    private Xml nested(Term.ByLevel term) {
        xml.open("Apply", "function", "if").open("Apply", "function", "isMissing");
        field(term.column());
        xml.shut();
        term.missing().told(this);
        for (int i = 0; i < term.levels().size(); i++) {
            xml.open("Apply", "function", "if").open("Apply", "function", "equal");
            field(term.column());
            xml.text("Constant", term.levels().get(i), "dataType", "string").shut();
            term.values().get(i).told(this);
        }
        term.unknown().told(this);
        for (int i = 0; i < term.levels().size(); i++) xml.shut();
        return xml.shut();
    }

    @Override
    public Xml trees(Term.Trees term) {
        return step(term);
    }

    @Override
    public Xml step(Term.Step term) {
        return step((Term) term);
    }

    private Xml step(Term term) {
        return xml.empty("FieldRef", "field", requireNonNull(known.get(term)));
    }

    @Override
    public Xml missing(Condition.Missing condition) {
        xml.open("Apply", "function", "isMissing");
        field(condition.column());
        return xml.shut();
    }

    @Override
    public Xml below(Condition.Below condition) {
        return apply("lessThan", condition.left(), condition.right());
    }
}
