package outrider.report;

import io.quarkus.qute.Engine;
import io.quarkus.qute.HtmlEscaper;
import io.quarkus.qute.ReflectionValueResolver;
import io.quarkus.qute.Template;
import io.quarkus.qute.ValueResolvers;
import io.quarkus.qute.Variant;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Paragraph;
import outrider.casefile.Sha256;
import outrider.casefile.Written;

/** Renders evidence as one self-contained XHTML page: no script, styles and charts inside. Thread safe. */
public final class HtmlReport {
    private static final Template TEMPLATE = template();

    private HtmlReport() {}

    private static Template template() {
        Engine engine = Engine.builder()
                .addDefaults()
                .addValueResolver(ValueResolvers.rawResolver())
                .addValueResolver(new ReflectionValueResolver())
                .addResultMapper(new HtmlEscaper(List.of(Variant.TEXT_HTML)))
                .build();
        return engine.parse(resource("report.html"), Variant.forContentType(Variant.TEXT_HTML));
    }

    private static String resource(String name) {
        return new String(bytes(name), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String name) {
        try (InputStream in = HtmlReport.class.getResourceAsStream(name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * What is kept of a report beside its evidence: everything but what is said to it later.
     *
     * @param canonical the evidence as {@link outrider.casefile.Canonical} wrote it
     */
    public static String render(byte[] canonical) {
        return render(EvidenceFile.evidence(canonical), Sha256.of(canonical));
    }

    /** A draft looks as it would be issued, and says that it is none. */
    public static String draft(Evidence evidence) {
        return render(evidence, null);
    }

    private static String render(Evidence evidence, @Nullable String hash) {
        FirstPage first = new FirstPage(evidence);
        Chapters chapters = new Chapters(evidence);
        List<Chapter> all = new ArrayList<>();
        for (Paragraph p : Paragraph.values()) {
            boolean early = p.ordinal() <= Paragraph.RISKS.ordinal();
            List<Block> blocks = new ArrayList<>();
            String said = first.said(p);
            if (!said.isEmpty() && !early) blocks.add(Block.said(said));
            blocks.addAll(chapters.of(p));
            all.add(new Chapter(
                    p.jsonName(),
                    p.title(),
                    said.isEmpty() ? "" : Block.said(said).html(),
                    html(blocks)));
        }
        return TEMPLATE.data("e", evidence)
                .data("style", resource("report.css"))
                .data("title", evidence.recipe().name())
                .data("kicker", kicker(evidence))
                .data("foot", hash == null ? "Draft, not issued" : "Evidence SHA-256 " + hash)
                .data("hash", hash)
                .data("first", first)
                .data(
                        "ways",
                        Block.table(
                                        "For the campaign of "
                                                + Written.count(
                                                        evidence.recipe().campaignSize()) + " "
                                                + evidence.recipe().words().records()
                                                + ", from validation; 95 % intervals in brackets.",
                                        List.of(
                                                "way",
                                                "#" + evidence.recipe().words().records() + " acted on",
                                                "#" + evidence.recipe().words().events() + " reached",
                                                "#gain over nobody",
                                                "#proposal gains more by"),
                                        first.ways().stream()
                                                .map(FirstPage.Way::cells)
                                                .toList(),
                                        0)
                                .html())
                .data(
                        "confirmed",
                        evidence.figures().reserve() != null
                                && evidence.figures().reserve().confirms())
                .data("early", all.subList(0, Paragraph.RISKS.ordinal() + 1))
                .data("chapters", all.subList(Paragraph.RISKS.ordinal() + 1, all.size()))
                .data(
                        "checks",
                        Block.table(
                                        "Held against the policy “"
                                                + evidence.policy().name() + "”, version " + evidence.policyVersion()
                                                + ".",
                                        List.of("check", "result", "what was found"),
                                        evidence.checks().stream()
                                                .map(c ->
                                                        List.of(c.title(), c.passes() ? "passes" : "fails", c.words()))
                                                .toList())
                                .html())
                .data(
                        "answers",
                        evidence.answers().isEmpty()
                                ? ""
                                : Block.table(null, List.of("chapter", "by", "remark", "answer"), first.answers())
                                        .html())
                .render();
    }

    /** A chapter as the template reads it. */
    public record Chapter(String key, String title, String said, String html) {}

    private static String html(List<Block> blocks) {
        return blocks.stream().map(Block::html).collect(Collectors.joining("\n"));
    }

    private static String kicker(Evidence e) {
        String what = e.report() == null ? "Draft of a sign-off report" : "Sign-off report " + e.report();
        String before = e.supersedes() == null
                ? ""
                : ", in place of report " + e.supersedes().report();
        String who = e.issuedBy() == null ? "" : " · by " + e.issuedBy();
        return what + before + " · " + e.recipe().name() + " · " + ReportTime.words(e.issuedAt()) + who;
    }

    /**
     * The page as it stands now.
     *
     * @param rendering as {@link #render} made it
     * @param approvals what was said to it, oldest first
     * @param state in a sentence; empty for none
     * @param fonts whether it brings its fonts along: for a browser, not for {@link PdfReport}
     */
    public static String complete(String rendering, List<Approval> approvals, String state, boolean fonts) {
        String table = approvals.isEmpty()
                ? "<p>Nobody has said anything to it yet.</p>"
                : Block.table(
                                null,
                                List.of("act", "about", "by", "when", "words", "until"),
                                approvals.stream()
                                        .map(a -> List.of(
                                                a.act(),
                                                a.about(),
                                                a.by(),
                                                ReportTime.words(a.at()),
                                                a.words(),
                                                a.until() == null ? "" : a.until()))
                                        .toList())
                        .html();
        String said = state.isEmpty() ? "" : "<p class=\"state\">" + Block.escape(state) + "</p>";
        String page = rendering.replace("<!--approvals-->", table).replace("<!--state-->", said);
        if (fonts) {
            String faces = face("Literata", "literata") + face("Public Sans", "public-sans");
            return page.replaceFirst("<style>", "<style>" + faces).replace("<!--bookmarks-->", "");
        }
        StringBuilder marks = new StringBuilder("<bookmarks>");
        for (Paragraph p : Paragraph.values()) mark(marks, p.title(), p.jsonName());
        mark(marks, "Checks", "checks");
        mark(marks, "Approvals", "approvals");
        return page.replace("<!--bookmarks-->", marks.append("</bookmarks>"));
    }

    private static void mark(StringBuilder marks, String title, String anchor) {
        marks.append("<bookmark name=\"")
                .append(title)
                .append("\" href=\"#")
                .append(anchor)
                .append("\"/>");
    }

    private static String face(String family, String file) {
        String data = Base64.getEncoder().encodeToString(bytes("fonts/" + file + "-latin-wght-normal.woff2"));
        return "@font-face { font-family: '" + family + "'; font-weight: 200 900; src: url(data:font/woff2;base64,"
                + data + ") format('woff2'); }\n";
    }
}
