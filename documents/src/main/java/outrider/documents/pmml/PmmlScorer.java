package outrider.documents.pmml;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.SAXException;
import outrider.base.BadInput;

/**
 * Scores records by a PMML document as other programs would: it knows the standard's elements that {@link PmmlForm} writes, and nothing of
 * what they were written from. O(document) to read. Thread safe.
 */
public final class PmmlScorer {
    /** A value of one record: a number, a text, or null for missing. */
    private interface Value {
        @Nullable
        Object of(Scope record);
    }

    /** Fields of one record, worked out when they are first asked for. */
    private static final class Scope {
        private final Map<String, @Nullable Object> known;
        private final Map<String, Value> made;

        Scope(Map<String, @Nullable Object> known, Map<String, Value> made) {
            this.known = known;
            this.made = made;
        }

        @Nullable
        Object value(String field) {
            if (known.containsKey(field)) return known.get(field);
            Value how = made.get(field);
            if (how == null) throw new IllegalStateException("no field " + field);
            Object value = how.of(this);
            known.put(field, value);
            return value;
        }
    }

    private final Map<String, Value> made = new HashMap<>();
    private final Map<String, Value> outputs = new java.util.LinkedHashMap<>();
    private Value last = record -> null;

    private PmmlScorer() {}

    /** @throws BadInput if it is no such document */
    public static PmmlScorer read(InputStream in) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            Element root = factory.newDocumentBuilder().parse(in).getDocumentElement();
            PmmlScorer scorer = new PmmlScorer();
            scorer.derived(one(root, "TransformationDictionary"));
            Element model = one(root, "MiningModel");
            for (Element segment : all(one(model, "Segmentation"), "Segment")) scorer.segment(segment);
            for (Element output : all(one(model, "Output"), "OutputField")) scorer.output(output);
            return scorer;
        } catch (ParserConfigurationException | IOException | SAXException e) {
            throw BadInput.of("document", "is no PMML: " + e.getMessage(), "make it again");
        }
    }

    /**
     * @param record by field: a Double, a text, a date in days since 1970-01-01 as a Double, or null
     * @return by output, in the document's order
     */
    public Map<String, @Nullable Object> score(Map<String, @Nullable Object> record) {
        Scope scope = new Scope(new HashMap<>(record), made);
        scope.known.put("score", last.of(scope));
        Map<String, @Nullable Object> told = new java.util.LinkedHashMap<>();
        outputs.forEach((name, value) -> told.put(name, value.of(scope)));
        return told;
    }

    private void segment(Element segment) {
        for (Element model : children(segment)) {
            if (model.getTagName().equals("MiningModel")) {
                List<Value> trees = new ArrayList<>();
                for (Element tree : all(one(model, "Segmentation"), "Segment")) {
                    trees.add(tree(one(one(tree, "TreeModel"), "Node")));
                }
                Value sum = record -> {
                    double total = 0;
                    for (Value tree : trees) total += number(tree.of(record));
                    return total;
                };
                made.put(one(one(model, "Output"), "OutputField").getAttribute("name"), sum);
            } else if (model.getTagName().equals("RegressionModel")) {
                derived(one(model, "LocalTransformations"));
                last = regression(one(model, "RegressionTable"));
            }
        }
    }

    private static Value regression(Element table) {
        double intercept = Double.parseDouble(table.getAttribute("intercept"));
        List<Element> predictors = all(table, "NumericPredictor");
        return record -> {
            double sum = intercept;
            for (Element predictor : predictors) {
                Object value = record.value(predictor.getAttribute("name"));
                if (value == null) return null;
                sum += Double.parseDouble(predictor.getAttribute("coefficient")) * number(value);
            }
            return sum;
        };
    }

    private void output(Element output) {
        String name = output.getAttribute("name");
        outputs.put(
                name,
                output.getAttribute("feature").equals("predictedValue")
                        ? record -> record.value(name)
                        : expression(children(output).get(0)));
    }

    private void derived(Element within) {
        for (Element field : all(within, "DerivedField")) {
            made.put(field.getAttribute("name"), expression(children(field).get(0)));
        }
    }

    private Value expression(Element element) {
        return switch (element.getTagName()) {
            case "FieldRef" -> {
                String field = element.getAttribute("field");
                yield record -> record.value(field);
            }
            case "Constant" -> constant(element);
            case "MapValues" -> table(element);
            case "Apply" -> apply(element);
            default -> throw new IllegalStateException("element " + element.getTagName());
        };
    }

    private static Value constant(Element element) {
        if (element.getAttribute("missing").equals("true")) return record -> null;
        String text = element.getTextContent();
        Object value = element.getAttribute("dataType").equals("string") ? text : (Object) Double.valueOf(text);
        return record -> value;
    }

    private static Value table(Element element) {
        Map<String, Double> values = new HashMap<>();
        for (Element row : all(one(element, "InlineTable"), "row")) {
            values.put(
                    one(row, "level").getTextContent(),
                    Double.valueOf(one(row, "value").getTextContent()));
        }
        String field = one(element, "FieldColumnPair").getAttribute("field");
        Double unknown = Double.valueOf(element.getAttribute("defaultValue"));
        Double missing = Double.valueOf(element.getAttribute("mapMissingTo"));
        return record -> {
            Object value = record.value(field);
            return value == null ? missing : values.getOrDefault(value.toString(), unknown);
        };
    }

    private Value apply(Element element) {
        List<Value> of = new ArrayList<>();
        for (Element part : children(element)) of.add(expression(part));
        String function = element.getAttribute("function");
        if (function.equals("isMissing")) return record -> of.get(0).of(record) == null;
        if (function.equals("if")) {
            return record -> {
                Object when = of.get(0).of(record);
                return when == null ? null : of.get((Boolean) when ? 1 : 2).of(record);
            };
        }
        if (function.equals("dateDaysSinceYear")) {
            return record -> {
                Object days = of.get(0).of(record);
                if (days == null) return null;
                int year = (int) number(of.get(1).of(record));
                return number(days) - LocalDate.of(year, 1, 1).toEpochDay();
            };
        }
        return record -> {
            Object[] values = new Object[of.size()];
            for (int i = 0; i < values.length; i++) {
                values[i] = of.get(i).of(record);
                if (values[i] == null) return null;
            }
            return applied(function, values);
        };
    }

    private static Object applied(String function, Object[] values) {
        return switch (function) {
            case "sum" -> {
                double sum = number(values[0]);
                for (int i = 1; i < values.length; i++) sum += number(values[i]);
                yield sum;
            }
            case "-" -> number(values[0]) - number(values[1]);
            case "*" -> number(values[0]) * number(values[1]);
            case "/" -> number(values[0]) / number(values[1]);
            case "exp" -> Math.exp(number(values[0]));
            case "ln" -> Math.log(number(values[0]));
            case "tanh" -> Math.tanh(number(values[0]));
            case "lessThan" -> number(values[0]) < number(values[1]);
            case "greaterOrEqual" -> number(values[0]) >= number(values[1]);
            case "equal" -> values[0].equals(values[1]);
            case "trimBlanks" -> values[0].toString().strip();
            case "isIn" -> {
                boolean in = false;
                for (int i = 1; i < values.length; i++) in |= values[0].equals(values[i]);
                yield in;
            }
            default -> throw new IllegalStateException("function " + function);
        };
    }

    /** What a node asks of a record; null where the field that it asks for is missing and it does not ask for that. */
    private interface Predicate {
        @Nullable
        Boolean of(Scope record);
    }

    private Value tree(Element node) {
        List<Element> below = all(node, "Node");
        if (below.isEmpty()) {
            Double score = Double.valueOf(node.getAttribute("score"));
            return record -> score;
        }
        Predicate left = predicate(children(below.get(0)).get(0));
        Predicate right = predicate(children(below.get(1)).get(0));
        Value[] ways = {tree(below.get(0)), tree(below.get(1))};
        Value unsure =
                ways[node.getAttribute("defaultChild").equals(below.get(0).getAttribute("id")) ? 0 : 1];
        return record -> {
            Boolean goes = left.of(record);
            if (goes == null) return unsure.of(record);
            if (goes) return ways[0].of(record);
            Boolean other = right.of(record);
            if (other == null) return unsure.of(record);
            if (!other) throw new IllegalStateException("no way on from node " + node.getAttribute("id"));
            return ways[1].of(record);
        };
    }

    private static Predicate predicate(Element element) {
        String field = element.getAttribute("field");
        if (element.getTagName().equals("SimpleSetPredicate")) {
            Set<String> listed = new HashSet<>(texts(one(element, "Array").getTextContent()));
            boolean in = element.getAttribute("booleanOperator").equals("isIn");
            return record -> {
                Object value = record.value(field);
                return value == null ? null : listed.contains(value.toString()) == in;
            };
        }
        String operator = element.getAttribute("operator");
        if (operator.equals("isMissing")) return record -> record.value(field) == null;
        if (operator.equals("isNotMissing")) return record -> record.value(field) != null;
        double threshold = Double.parseDouble(element.getAttribute("value"));
        boolean most = operator.equals("lessOrEqual");
        return record -> {
            Object value = record.value(field);
            return value == null ? null : number(value) <= threshold == most;
        };
    }

    /** The quoted texts of an array. */
    static List<String> texts(String array) {
        List<String> texts = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        boolean within = false;
        for (int i = 0; i < array.length(); i++) {
            char c = array.charAt(i);
            if (c == '\\') text.append(array.charAt(++i));
            else if (c == '"') {
                if (within) texts.add(text.toString());
                text.setLength(0);
                within = !within;
            } else if (within) text.append(c);
        }
        return texts;
    }

    private static double number(@Nullable Object value) {
        if (value instanceof Number number) return number.doubleValue();
        throw new IllegalStateException("no number: " + value);
    }

    private static List<Element> children(Element of) {
        List<Element> found = new ArrayList<>();
        for (Node child = of.getFirstChild(); child != null; child = child.getNextSibling()) {
            if (child instanceof Element element) found.add(element);
        }
        return found;
    }

    private static List<Element> all(Element of, String name) {
        return children(of).stream().filter(e -> e.getTagName().equals(name)).toList();
    }

    private static Element one(Element of, String name) {
        return all(of, name).stream()
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(of.getTagName() + " holds no " + name));
    }
}
