package outrider.report;

import java.awt.Color;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The colours of {@code palette.css}, which the interface takes as its theme. */
final class Palette {
    private static final Pattern COLOUR = Pattern.compile("--color-([\\w-]+): (#[0-9a-f]{6});");
    private static final Pattern ASKED = Pattern.compile("var\\(--color-([\\w-]+)\\)");
    private static final Map<String, String> COLOURS = read();

    private Palette() {}

    private static Map<String, String> read() {
        Map<String, String> found = new LinkedHashMap<>();
        COLOUR.matcher(ReportPage.text("palette.css")).results().forEach(m -> found.put(m.group(1), m.group(2)));
        return found;
    }

    private static String written(String name) {
        String colour = COLOURS.get(name);
        if (colour == null) throw new IllegalArgumentException("the palette has no " + name);
        return colour;
    }

    /** @throws IllegalArgumentException naming a colour that the palette does not have */
    static Color colour(String name) {
        return Color.decode(written(name));
    }

    /** Of candidates, in the order in which they are given out. */
    static List<Color> candidates() {
        return COLOURS.entrySet().stream()
                .filter(one -> one.getKey().matches("candidate-\\d+"))
                .map(one -> Color.decode(one.getValue()))
                .toList();
    }

    /** A style sheet with each colour that it names written out, since a page leaves by itself. */
    static String put(String style) {
        return ASKED.matcher(style).replaceAll(found -> Matcher.quoteReplacement(written(found.group(1))));
    }
}
