package outrider.report;

import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.w3c.dom.Element;

/** Which values an attribute of a drawing may have (SVG 1.1, 4.2). */
final class DrawingValues {
    private static final double LARGEST = 1e6;
    private static final double LARGEST_SIDE = 8000;
    private static final double SHORTEST_DASH = 0.2;

    private static final String NUMBER = "[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][-+]?\\d{1,3})?";
    private static final Pattern NUMBERS = Pattern.compile(NUMBER);
    private static final Pattern LENGTH = Pattern.compile(NUMBER + "(?:px|pt|em|%)?");
    private static final Pattern LIST = Pattern.compile("[-+.,eE\\d\\s]*");
    private static final Pattern PATH = Pattern.compile("[-+.,eE\\d\\sMmLlHhVvCcSsQqTtAaZz]*");
    private static final Pattern COLOUR =
            Pattern.compile("[a-zA-Z]{1,30}|#[0-9a-fA-F]{3,8}|rgba?\\([-.,%\\d\\s]{1,60}\\)");
    private static final Pattern TRANSFORM = Pattern.compile(
            "(?:(?:matrix|translate|scale|rotate|skewX|skewY)\\s*\\([-+.,eE\\d\\s]{1,120}\\)[\\s,]*){1,12}");
    private static final Pattern WORDS = Pattern.compile("[\\w\\s,.:/'\"-]{0,300}");

    private static final Set<String> COLOURS = Set.of("fill", "stroke", "stop-color");
    private static final Set<String> LISTS = Set.of("points", "stroke-dasharray", "viewBox");
    private static final Set<String> LENGTHS = Set.of(
            "width",
            "height",
            "x",
            "y",
            "x1",
            "x2",
            "y1",
            "y2",
            "cx",
            "cy",
            "r",
            "rx",
            "ry",
            "dx",
            "dy",
            "fill-opacity",
            "stroke-width",
            "stroke-opacity",
            "opacity",
            "font-size",
            "offset",
            "stop-opacity");
    private static final Map<String, Double> SIDES =
            Map.of("width", LARGEST_SIDE, "height", LARGEST_SIDE, "font-size", 400.0, "stroke-width", 400.0);

    /** What is told in words, or has a form of its own. */
    private static final Set<String> OTHERS = Set.of(
            "id",
            "d",
            "transform",
            "fill-rule",
            "stroke-linecap",
            "stroke-linejoin",
            "clip-path",
            "clip-rule",
            "font-family",
            "font-weight",
            "font-style",
            "text-anchor",
            "dominant-baseline",
            "paint-order",
            "gradientUnits",
            "role",
            "xml:space",
            "xmlns",
            "preserveAspectRatio");

    /** All that an element may have. */
    static final Set<String> ATTRIBUTES =
            Stream.of(COLOURS, LISTS, LENGTHS, OTHERS).flatMap(Set::stream).collect(Collectors.toUnmodifiableSet());

    private DrawingValues() {}

    /** Whether the attribute may name a part of the same drawing. */
    static boolean refers(String name) {
        return name.equals("fill") || name.equals("stroke") || name.equals("clip-path");
    }

    static boolean allowed(String name, String value) {
        if (name.equals("clip-path")) return false;
        if (COLOURS.contains(name)) return COLOUR.matcher(value).matches();
        if (LENGTHS.contains(name)) return LENGTH.matcher(value).matches();
        if (name.equals("stroke-dasharray"))
            return value.equals("none") || LIST.matcher(value).matches() && visible(value);
        if (LISTS.contains(name)) return LIST.matcher(value).matches();
        if (name.equals("d")) return PATH.matcher(value).matches();
        if (name.equals("transform")) return TRANSFORM.matcher(value).matches();
        return WORDS.matcher(value).matches();
    }

    /** Dashes too short to be seen are none. */
    private static boolean visible(String dashes) {
        return sum(dashes) >= SHORTEST_DASH;
    }

    /** @throws outrider.base.BadInput if it holds a number that no page has room for */
    static void demandFinite(String name, String value) {
        boolean counts = LENGTHS.contains(name) || LISTS.contains(name) || name.equals("d") || name.equals("transform");
        if (!counts) return;
        double most = SIDES.getOrDefault(name, LARGEST);
        Matcher numbers = NUMBERS.matcher(value);
        while (numbers.find()) {
            if (!(Math.abs(Double.parseDouble(numbers.group())) <= most)) {
                throw SafeDrawing.tooMuch("a number in " + name + " that no page has room for");
            }
        }
    }

    /** At most how many dashes an element takes. */
    static double dashes(Element element) {
        String pattern = element.getAttribute("stroke-dasharray");
        double each = sum(pattern);
        if (each <= 0) return 0;
        double length = 0;
        for (String name :
                new String[] {"d", "points", "x", "y", "x1", "x2", "y1", "y2", "width", "height", "r", "rx", "ry"}) {
            length += 8 * sum(element.getAttribute(name));
        }
        return length / each * Math.max(1, NUMBERS.matcher(pattern).results().count());
    }

    private static double sum(String value) {
        return NUMBERS.matcher(value)
                .results()
                .mapToDouble(found -> Math.abs(Double.parseDouble(found.group())))
                .sum();
    }
}
