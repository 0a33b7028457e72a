package outrider.report;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.w3c.dom.Attr;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import outrider.base.BadInput;

/**
 * A drawing that came from elsewhere, cut down to what only draws, and not for long: no scripts, links, styles or outside resources;
 * few, shallow and finite elements; no pattern of dashes that a renderer would count for ever.
 */
public final class SafeDrawing {
    private static final int MOST_ELEMENTS = 20_000;
    private static final int MOST_DEPTH = 24;
    private static final int LONGEST_TEXT = 4000;
    private static final double MOST_DASHES = 200_000;

    private static final Set<String> ELEMENTS = Set.of(
            "svg",
            "g",
            "path",
            "line",
            "rect",
            "circle",
            "ellipse",
            "polyline",
            "polygon",
            "text",
            "tspan",
            "title",
            "desc",
            "defs",
            "clipPath",
            "linearGradient",
            "radialGradient",
            "stop");

    private SafeDrawing() {}

    /**
     * @param prefix put before every id, so that drawings on one page do not meet
     * @param label what a reader who cannot see it is told
     * @throws BadInput if it is no SVG, or holds more, deeper or larger things than a chart does
     */
    public static String of(String svg, String prefix, String label) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            var builder = factory.newDocumentBuilder();
            builder.setErrorHandler(null);
            Document document = builder.parse(new InputSource(new StringReader(svg)));
            Element root = document.getDocumentElement();
            if (!root.getTagName().equals("svg")) throw BadInput.of("drawing", "is no SVG", "pin the chart again");
            Budget budget = new Budget();
            clean(root, prefix, 1, budget);
            root.setAttribute("role", "img");
            root.setAttribute("aria-label", label);
            whole(root, "width");
            whole(root, "height");
            TransformerFactory transformers = TransformerFactory.newInstance();
            Transformer out = transformers.newTransformer();
            out.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
            StringWriter text = new StringWriter();
            out.transform(new DOMSource(root), new StreamResult(text));
            return text.toString();
        } catch (SAXException e) {
            throw BadInput.of("drawing", "is no SVG: " + e.getMessage(), "pin the chart again");
        } catch (IOException | ParserConfigurationException | TransformerException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The print renderer clips drawings whose size is no whole number. */
    private static void whole(Element root, String side) {
        String size = root.getAttribute(side).replaceFirst("px$", "");
        if (size.matches("\\d+(\\.\\d+)?"))
            root.setAttribute(side, String.valueOf((int) Math.ceil(Double.parseDouble(size))));
    }

    /** Styles that draw become attributes of their own. */
    private static void unfold(Element element, String style) {
        for (String rule : style.split(";")) {
            String[] halves = rule.split(":", 2);
            if (halves.length == 2
                    && DrawingValues.ATTRIBUTES.contains(halves[0].strip())
                    && !halves[1].contains("(")) {
                element.setAttribute(halves[0].strip(), halves[1].strip());
            }
        }
    }

    /** What one drawing may use up. */
    private static final class Budget {
        private int elements = MOST_ELEMENTS;
        private double dashes = MOST_DASHES;
    }

    private static void clean(Element element, String prefix, int depth, Budget budget) {
        if (--budget.elements < 0) throw tooMuch("more than " + MOST_ELEMENTS + " elements");
        if (depth > MOST_DEPTH) throw tooMuch("elements " + depth + " deep");
        boolean defined = element.getTagName().equals("clipPath") || insideClip(element);
        List<Attr> attributes = new ArrayList<>();
        for (int i = 0; i < element.getAttributes().getLength(); i++)
            attributes.add((Attr) element.getAttributes().item(i));
        for (Attr attribute : attributes) {
            String name = attribute.getName();
            String value = attribute.getValue();
            if (name.equals("style")) unfold(element, value);
            if (!DrawingValues.ATTRIBUTES.contains(name)) element.removeAttribute(name);
        }
        for (String name : DrawingValues.ATTRIBUTES) {
            if (!element.hasAttribute(name)) continue;
            String value = element.getAttribute(name).strip();
            DrawingValues.demandFinite(name, value);
            boolean reference = value.matches("url\\(['\"]?#[\\w.:-]+['\"]?\\)");
            if (reference ? defined || !DrawingValues.refers(name) : !DrawingValues.allowed(name, value)) {
                element.removeAttribute(name);
            } else if (name.equals("id")) {
                element.setAttribute(name, prefix + value);
            } else if (reference) {
                element.setAttribute(name, value.replaceFirst("#", "#" + prefix));
            }
        }
        budget.dashes -= DrawingValues.dashes(element);
        if (budget.dashes < 0) throw tooMuch("lines of more dashes than can be seen");
        List<Node> children = new ArrayList<>();
        for (int i = 0; i < element.getChildNodes().getLength(); i++)
            children.add(element.getChildNodes().item(i));
        for (Node child : children) {
            if (child instanceof Element inner && ELEMENTS.contains(inner.getTagName()))
                clean(inner, prefix, depth + 1, budget);
            else if (child.getNodeType() != Node.TEXT_NODE) element.removeChild(child);
            else if (child.getTextContent().length() > LONGEST_TEXT) throw tooMuch("a text that nobody reads");
        }
    }

    /** What is inside a clip must not be clipped itself, for that need never end. */
    private static boolean insideClip(Element element) {
        for (Node up = element.getParentNode(); up instanceof Element parent; up = parent.getParentNode()) {
            if (parent.getTagName().equals("clipPath")) return true;
        }
        return false;
    }

    static BadInput tooMuch(String what) {
        return BadInput.of("drawing", "holds " + what, "pin the chart again");
    }
}
