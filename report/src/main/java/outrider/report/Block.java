package outrider.report;

import java.util.List;
import java.util.stream.Collectors;

/** A piece of a chapter, as XHTML. */
record Block(String html) {
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
}
