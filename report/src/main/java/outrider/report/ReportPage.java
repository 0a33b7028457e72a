package outrider.report;

import io.quarkus.qute.Engine;
import io.quarkus.qute.ReflectionValueResolver;
import io.quarkus.qute.Template;
import io.quarkus.qute.TemplateLocator;
import io.quarkus.qute.ValueResolvers;
import io.quarkus.qute.Variant;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What the pages of all reports share: template, style, fonts, and the room for what is said to them. */
final class ReportPage {
    /** Money with a sign; before that, drawings and tags, in which it is left alone. */
    private static final Pattern SIGNED_MONEY =
            Pattern.compile("(?s)<(svg|style|title)\\b.*?</\\1>|<[^>]*>|[−+](?:\\p{Sc}|[A-Z]{3} ?)\\d[\\d,.]*");

    private ReportPage() {}

    /** Of {@code report}, {@code follow-up}, {@code blocks} and {@code cell}, some of which include others. */
    private static final Engine ENGINE = Engine.builder()
            .addDefaults()
            .addValueResolver(ValueResolvers.rawResolver())
            .addValueResolver(new ReflectionValueResolver())
            .addResultMapper(new XhtmlText())
            .addLocator(name -> Optional.of(new Source(name + ".html")))
            .build();

    private record Source(String file) implements TemplateLocator.TemplateLocation {
        @Override
        public Reader read() {
            return new StringReader(text(file));
        }

        @Override
        public Optional<Variant> getVariant() {
            return Optional.empty();
        }
    }

    static Template template(String name) {
        return ENGINE.getTemplate(name);
    }

    static String style() {
        return Palette.put(text("report.css"));
    }

    static String text(String name) {
        return new String(bytes(name), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String name) {
        try (InputStream in = ReportPage.class.getResourceAsStream(name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static String html(List<Block> blocks) {
        return template("blocks").data("blocks", blocks).render();
    }

    /** No line of text ends between a sign and its money. */
    private static String signsKept(String page) {
        return SIGNED_MONEY.matcher(page).replaceAll(found -> {
            String text = Matcher.quoteReplacement(found.group());
            return found.group().startsWith("<") ? text : "<span class=\"signed\">" + text + "</span>";
        });
    }

    /**
     * A page as it stands now.
     *
     * @param rendering as it was issued
     * @param approvals what was said to it, oldest first
     * @param state in a sentence; empty for none
     * @param fonts whether it brings its fonts along: for a browser, not for {@link PdfReport}
     * @param marks titles by anchor, for a PDF's bookmarks
     */
    static String complete(
            String rendering, List<Approval> approvals, String state, boolean fonts, Map<String, String> marks) {
        Block said = approvals.isEmpty()
                ? Block.text("Nobody has said anything to it yet.")
                : ReportTable.of(approvals)
                        .text("act", Approval::act)
                        .text("about", Approval::about)
                        .text("by", Approval::by)
                        .text("when", a -> ReportTime.words(a.at()))
                        .text("words", Approval::words)
                        .text("until", a -> a.until() == null ? "" : a.until())
                        .block();
        List<Block> stands = state.isEmpty() ? List.of() : List.of(Block.styled("state", state));
        String page = signsKept(
                rendering.replace("<!--approvals-->", html(List.of(said))).replace("<!--state-->", html(stands)));
        if (fonts) {
            String faces = face("Literata", "literata") + face("Public Sans", "public-sans");
            return page.replaceFirst("<style>", "<style>" + faces).replace("<!--bookmarks-->", "");
        }
        StringBuilder list = new StringBuilder("<bookmarks>");
        marks.forEach((anchor, title) -> list.append("<bookmark name=\"")
                .append(title)
                .append("\" href=\"#")
                .append(anchor)
                .append("\"/>"));
        return page.replace("<!--bookmarks-->", list.append("</bookmarks>"));
    }

    private static String face(String family, String file) {
        String data = Base64.getEncoder().encodeToString(bytes("fonts/" + file + "-latin-wght-normal.woff2"));
        return "@font-face { font-family: '" + family + "'; font-weight: 200 900; src: url(data:font/woff2;base64,"
                + data + ") format('woff2'); }\n";
    }
}
