package outrider.documents.pmml;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import outrider.term.Term;

/** Trees as the segments of a model that adds them up. */
final class PmmlTrees {
    private final Xml xml;
    private final Term.Trees forest;
    private final Map<String, String> fields;

    PmmlTrees(Xml xml, Term.Trees forest, Map<String, String> fields) {
        this.xml = xml;
        this.forest = forest;
        this.fields = fields;
    }

    private String field(int input) {
        return requireNonNull(fields.get(forest.inputs().get(input).column()));
    }

    /** @param output field that their sum becomes */
    void write(String output) {
        xml.open("MiningModel", "functionName", "regression");
        schema();
        xml.open("Output");
        xml.empty(
                "OutputField",
                "name",
                output,
                "optype",
                "continuous",
                "dataType",
                "double",
                "feature",
                "predictedValue");
        xml.shut();
        xml.open("Segmentation", "multipleModelMethod", "sum");
        for (int i = 0; i < forest.trees().size(); i++) {
            xml.open("Segment", "id", String.valueOf(i + 1)).empty("True");
            tree(forest.trees().get(i));
            xml.shut();
        }
        xml.shut().shut();
    }

    private void schema() {
        xml.open("MiningSchema");
        for (int i = 0; i < forest.inputs().size(); i++) xml.empty("MiningField", "name", field(i));
        xml.shut();
    }

    private void tree(Term.Branches tree) {
        xml.open(
                "TreeModel",
                "functionName",
                "regression",
                "missingValueStrategy",
                "defaultChild",
                "splitCharacteristic",
                "binarySplit");
        schema();
        node(tree, 0, () -> xml.empty("True"));
        xml.shut();
    }

    private void node(Term.Branches tree, int node, Runnable predicate) {
        int input = tree.input()[node];
        String id = String.valueOf(node);
        if (input < 0) {
            xml.open("Node", "id", id, "score", Double.toString(tree.value()[node]));
            predicate.run();
            xml.shut();
            return;
        }
        int left = tree.left()[node];
        xml.open("Node", "id", id, "defaultChild", String.valueOf(tree.missingLeft()[node] ? left : left + 1));
        predicate.run();
        node(tree, left, () -> predicate(tree, node, true));
        node(tree, left + 1, () -> predicate(tree, node, false));
        xml.shut();
    }

    private void predicate(Term.Branches tree, int node, boolean left) {
        int input = tree.input()[node];
        List<String> levels = forest.inputs().get(input).levels();
        if (levels == null) {
            String operator = left ? "lessOrEqual" : "greaterThan";
            String value = Double.toString(tree.threshold()[node]);
            xml.empty("SimplePredicate", "field", field(input), "operator", operator, "value", value);
            return;
        }
        List<String> apart = tree.apart(node, levels);
        boolean among = tree.goesLeft(node, levels.size()) != left;
        if (apart.isEmpty()) {
            // whatever has a level goes with the unlisted ones
            String operator = among ? "isMissing" : "isNotMissing";
            xml.empty("SimplePredicate", "field", field(input), "operator", operator);
            return;
        }
        xml.open("SimpleSetPredicate", "field", field(input), "booleanOperator", among ? "isIn" : "isNotIn");
        xml.text("Array", array(apart), "type", "string", "n", String.valueOf(apart.size()));
        xml.shut();
    }

    /** Quoted, with quotes and backslashes escaped, as arrays of PMML are. */
    static String array(List<String> texts) {
        return texts.stream()
                .map(text -> "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"")
                .collect(Collectors.joining(" "));
    }
}
