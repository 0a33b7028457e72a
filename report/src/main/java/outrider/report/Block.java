package outrider.report;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A piece of a chapter, as XHTML. */
record Block(String html) {
    private static final int SHORT = 10;
    private static final int LONG_WORD = 24;

    static String escape(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            switch (c) {
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                case '&' -> out.append("&amp;");
                case '"' -> out.append("&quot;");
                default -> {
                    boolean allowed = c == '\n' || c == '\t' || c >= 0x20 && c != 0xFFFE && c != 0xFFFF;
                    out.appendCodePoint(allowed ? c : 0xFFFD);
                }
            }
        });
        return out.toString();
    }

    static Block text(String words) {
        return new Block("<p>" + escape(words) + "</p>");
    }

    static Block quiet(String words) {
        return new Block("<p class=\"quiet\">" + escape(words) + "</p>");
    }

    static Block heading(String words) {
        return new Block("<h3>" + escape(words) + "</h3>");
    }

    /** What the author wrote: paragraphs are kept. */
    static Block said(String words) {
        String paragraphs = words.lines()
                .filter(line -> !line.isBlank())
                .map(line -> "<p>" + escape(line) + "</p>")
                .collect(Collectors.joining());
        return new Block("<div class=\"said\">" + paragraphs + "</div>");
    }

    static Block bullets(List<String> items) {
        return new Block(
                "<ul>" + items.stream().map(i -> "<li>" + escape(i) + "</li>").collect(Collectors.joining()) + "</ul>");
    }

    static Block chart(String svg) {
        return new Block("<div class=\"chart\">" + svg + "</div>");
    }

    /**
     * @param head column names; a leading "#" marks a column of numbers
     * @param marked index of the row to be set off, −1 for none
     */
    static Block table(@Nullable String caption, List<String> head, List<List<String>> rows, int marked) {
        StringBuilder out = new StringBuilder(rows.size() <= SHORT ? "<table class=\"short\">" : "<table>");
        if (caption != null) out.append("<caption>").append(escape(caption)).append("</caption>");
        out.append("<thead><tr>");
        for (String name : head) {
            boolean number = name.startsWith("#");
            out.append(number ? "<th scope=\"col\" class=\"n\">" : "<th scope=\"col\">")
                    .append(escape(number ? name.substring(1) : name))
                    .append("</th>");
        }
        out.append("</tr></thead><tbody>");
        for (int r = 0; r < rows.size(); r++) {
            List<String> row = rows.get(r);
            out.append(r == marked ? "<tr class=\"chosen\">" : "<tr>");
            IntStream.range(0, row.size()).forEach(c -> {
                boolean number = c < head.size() && head.get(c).startsWith("#");
                String tag = c == 0 ? "th" : "td";
                out.append('<').append(tag);
                if (c == 0) out.append(" scope=\"row\"");
                if (number) out.append(" class=\"n\"");
                out.append('>').append(number ? figure(row.get(c)) : wrapped(row.get(c)));
                out.append("</").append(tag).append('>');
            });
            out.append("</tr>");
        }
        return new Block(out.append("</tbody></table>").toString());
    }

    /** A figure with its interval below it. */
    private static String figure(String text) {
        int at = text.indexOf(" (");
        if (at < 0 || !text.endsWith(")")) return escape(text);
        return escape(text.substring(0, at)) + "<br/><span class=\"interval\">" + escape(text.substring(at + 1))
                + "</span>";
    }

    /** Long names may break within, others only between words. */
    private static String wrapped(String text) {
        boolean broken = java.util.Arrays.stream(text.split("\\s+")).anyMatch(word -> word.length() > LONG_WORD);
        return broken ? "<span class=\"long\">" + escape(text) + "</span>" : escape(text);
    }

    static Block table(@Nullable String caption, List<String> head, List<List<String>> rows) {
        return table(caption, head, rows, -1);
    }
}
