package outrider.documents.pmml;

import static java.util.Objects.requireNonNull;

import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.documents.form.Plan;
import outrider.documents.form.TermSteps;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.term.Term;

/**
 * A recipe as a PMML 4.4.1 document: fields read as the recipe reads them and steps worked out as derived fields, trees as models that are
 * added up, and a last model whose outputs are score, band, action and version.
 */
public final class PmmlForm {
    private final Plan plan;
    private final Xml xml;
    private final String prefix;
    private final IdentityHashMap<Term, String> known = new IdentityHashMap<>();
    private final Map<String, String> fields = new HashMap<>();
    private final PmmlTerms terms;

    private PmmlForm(Plan plan, Xml xml) {
        this.plan = plan;
        this.xml = xml;
        prefix = plan.prefix();
        terms = new PmmlTerms(xml, known, fields);
    }

    /**
     * @param out UTF-8; not closed
     * @throws BadInput saying what of the recipe it cannot carry
     */
    public static void write(ReleasedRecipe released, OutputStream out) {
        Plan plan = Plan.of(released);
        try (Xml xml = new Xml(out)) {
            new PmmlForm(plan, xml).write();
        }
    }

    private void write() {
        xml.open("PMML", "xmlns", Xml.NAMESPACE, "version", "4.4.1");
        ScoringRecipe recipe = plan.recipe();
        ReleasedRecipe.Release release = plan.released().release();
        String signed = release == null
                ? ""
                : "; version " + release.version() + ", signed by report " + release.report() + ", evidence SHA-256 "
                        + release.evidence();
        xml.open("Header", "description", recipe.brief() + ": " + recipe.candidate() + signed)
                .empty("Application", "name", "Outrider")
                .shut();
        dictionary();
        TermSteps steps = TermSteps.of(plan.score());
        List<Term> behind = new ArrayList<>();
        xml.open("TransformationDictionary");
        plan.needs().forEach(this::read);
        for (Term step : steps.inOrder()) {
            if (steps.readsTrees(step)) behind.add(step);
            else derived((Term.Step) step);
        }
        xml.shut();
        xml.open("MiningModel", "functionName", "regression", "modelName", recipe.candidate());
        schema();
        outputs();
        xml.open("Segmentation", "multipleModelMethod", "modelChain");
        int segment = 0;
        for (Term step : behind) {
            if (!(step instanceof Term.Trees forest)) continue;
            String name = prefix + "trees" + ++segment;
            known.put(forest, name);
            xml.open("Segment", "id", String.valueOf(segment)).empty("True");
            new PmmlTrees(xml, forest, fields).write(name);
            xml.shut();
        }
        xml.open("Segment", "id", String.valueOf(segment + 1)).empty("True");
        last(behind);
        xml.shut().shut().shut().shut();
    }

    private void dictionary() {
        boolean none = plan.needs().isEmpty();
        xml.open(
                "DataDictionary",
                "numberOfFields",
                String.valueOf(none ? 1 : plan.needs().size()));
        if (none) xml.empty("DataField", "name", "record", "optype", "categorical", "dataType", "string");
        for (ScoringRecipe.Need need : plan.needs()) {
            boolean level = need.type() == ColumnType.CATEGORY;
            String type = level ? "string" : need.type() == ColumnType.DATE ? "date" : "double";
            xml.empty(
                    "DataField", "name", need.name(), "optype", level ? "categorical" : "continuous", "dataType", type);
        }
        xml.shut();
    }

    /** Values that were never seen are taken as they are; what becomes of them the derived fields say. */
    private void schema(String... others) {
        xml.open("MiningSchema");
        for (ScoringRecipe.Need need : plan.needs()) {
            xml.empty("MiningField", "name", need.name(), "invalidValueTreatment", "asIs");
        }
        for (String other : others) xml.empty("MiningField", "name", other);
        if (plan.needs().isEmpty()) xml.empty("MiningField", "name", "record");
        xml.shut();
    }

    private void read(ScoringRecipe.Need need) {
        String name = prefix + "read" + (fields.size() + 1);
        boolean level = need.type() == ColumnType.CATEGORY;
        xml.open(
                "DerivedField",
                "name",
                name,
                "displayName",
                need.name(),
                "optype",
                level ? "categorical" : "continuous",
                "dataType",
                level ? "string" : "double");
        if (level) level(need.name(), need.reading());
        else number(need);
        xml.shut();
        fields.put(need.name(), name);
    }

    private void number(ScoringRecipe.Need need) {
        double[] codes = ReleasedRecipe.missingCodes(need);
        if (codes.length > 0) {
            xml.open("Apply", "function", "if").open("Apply", "function", "isIn");
            value(need);
            for (double code : codes) xml.text("Constant", Double.toString(code), "dataType", "double");
            xml.shut();
            xml.text("Constant", "", "dataType", "double", "missing", "true");
        }
        value(need);
        if (codes.length > 0) xml.shut();
    }

    private void value(ScoringRecipe.Need need) {
        if (need.type() != ColumnType.DATE) {
            xml.empty("FieldRef", "field", need.name());
            return;
        }
        xml.open("Apply", "function", "dateDaysSinceYear").empty("FieldRef", "field", need.name());
        xml.text("Constant", "1970", "dataType", "integer").shut();
    }

    /** Missing texts, then names of levels, then those that are kept apart: each asked of the raw text. */
    private void level(String column, @Nullable Reading reading) {
        int open = 0;
        if (reading != null && reading.missing() != null && !reading.missing().isEmpty()) {
            boolean blank = reading.missing().stream().anyMatch(String::isBlank);
            List<String> gone =
                    reading.missing().stream().filter(text -> !text.isBlank()).toList();
            if (!gone.isEmpty()) {
                xml.open("Apply", "function", "if").open("Apply", "function", "isIn");
                raw(column);
                gone.forEach(this::text);
                xml.shut();
                gone();
                open++;
            }
            if (blank) {
                xml.open("Apply", "function", "if").open("Apply", "function", "equal");
                xml.open("Apply", "function", "trimBlanks");
                raw(column);
                xml.shut();
                text("");
                xml.shut();
                gone();
                open++;
            }
        }
        List<String> keep = reading == null ? null : reading.keep();
        Map<String, String> named =
                reading == null || reading.levels() == null ? Map.of() : new TreeMap<>(reading.levels());
        for (Map.Entry<String, String> level : named.entrySet()) {
            xml.open("Apply", "function", "if").open("Apply", "function", "equal");
            raw(column);
            text(level.getKey());
            xml.shut();
            String to = requireNonNull(level.getValue());
            text(keep != null && !keep.contains(to) ? Reading.OTHER : to);
            open++;
        }
        if (keep != null && keep.isEmpty()) {
            text(Reading.OTHER);
        } else if (keep != null) {
            xml.open("Apply", "function", "if").open("Apply", "function", "isIn");
            raw(column);
            keep.forEach(this::text);
            xml.shut();
            raw(column);
            text(Reading.OTHER);
            xml.shut();
        } else {
            raw(column);
        }
        for (int i = 0; i < open; i++) xml.shut();
    }

    private void raw(String column) {
        xml.empty("FieldRef", "field", column);
    }

    private void text(String text) {
        xml.text("Constant", text, "dataType", "string");
    }

    private void gone() {
        xml.text("Constant", "", "dataType", "string", "missing", "true");
    }

    private void derived(Term.Step step) {
        String name = prefix + "step" + (known.size() + 1);
        xml.open(
                "DerivedField", "name", name, "displayName", step.name(), "optype", "continuous", "dataType", "double");
        step.of().told(terms);
        xml.shut();
        known.put(step, name);
    }

    private void last(List<Term> behind) {
        xml.open("RegressionModel", "functionName", "regression");
        schema(behind.stream()
                .filter(step -> step instanceof Term.Trees)
                .map(step -> requireNonNull(known.get(step)))
                .toArray(String[]::new));
        xml.open("LocalTransformations");
        for (Term step : behind) if (step instanceof Term.Step own) derived(own);
        Term.Step score = new Term.Step("score", plan.score());
        derived(score);
        xml.shut();
        xml.open("RegressionTable", "intercept", "0");
        xml.empty("NumericPredictor", "name", requireNonNull(known.get(score)), "coefficient", "1");
        xml.shut().shut();
    }

    private void outputs() {
        xml.open("Output");
        xml.empty(
                "OutputField",
                "name",
                "score",
                "optype",
                "continuous",
                "dataType",
                "double",
                "feature",
                "predictedValue");
        output("band", "integer");
        double[] from = plan.recipe().acting().bandFrom();
        for (int i = 0; i < from.length; i++) {
            reaches(from[i]);
            xml.text("Constant", String.valueOf(i + 1), "dataType", "integer");
        }
        xml.text("Constant", String.valueOf(from.length + 1), "dataType", "integer");
        for (int i = 0; i < from.length; i++) xml.shut();
        xml.shut();
        output("action", "string");
        Double threshold = plan.recipe().acting().threshold();
        if (threshold != null) {
            reaches(threshold);
            text("act");
        }
        text("leave");
        if (threshold != null) xml.shut();
        xml.shut();
        ReleasedRecipe.Release release = plan.released().release();
        if (release != null) {
            output("version", "integer");
            xml.text("Constant", String.valueOf(release.version()), "dataType", "integer");
            xml.shut();
        }
        xml.shut();
    }

    private void output(String name, String type) {
        xml.open(
                "OutputField",
                "name",
                name,
                "optype",
                type.equals("string") ? "categorical" : "ordinal",
                "dataType",
                type,
                "feature",
                "transformedValue");
    }

    private void reaches(double from) {
        xml.open("Apply", "function", "if").open("Apply", "function", "greaterOrEqual");
        xml.empty("FieldRef", "field", "score");
        xml.text("Constant", Double.toString(Plan.edge(from)), "dataType", "double");
        xml.shut();
    }
}
