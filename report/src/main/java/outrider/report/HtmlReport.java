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
import outrider.casefile.BriefFile;
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
        BriefFile.Words words = evidence.recipe().words();
        List<FirstPage.Way> ways = first.ways();
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
                        ReportTable.of(ways)
                                .caption("For the campaign of "
                                        + Written.count(evidence.recipe().campaignSize()) + " " + words.records()
                                        + ", from validation; 95 % intervals in brackets.")
                                .text("way", FirstPage.Way::name)
                                .number(words.records() + " acted on", FirstPage.Way::actedOn)
                                .estimate(words.events() + " reached", FirstPage.Way::reached)
                                .estimate("gain over nobody", FirstPage.Way::gain)
                                .estimate("proposal gains more by", FirstPage.Way::ahead)
                                .marking(way -> way == ways.get(0))
                                .block()
                                .html())
                .data(
                        "confirmed",
                        evidence.figures().reserve() != null
                                && evidence.figures().reserve().confirms())
                .data("early", all.subList(0, Paragraph.RISKS.ordinal() + 1))
                .data("chapters", all.subList(Paragraph.RISKS.ordinal() + 1, all.size()))
                .data(
                        "checks",
                        ReportTable.of(evidence.checks())
                                .caption("Held against the policy “"
                                        + evidence.policy().name() + "”, version " + evidence.policyVersion() + ".")
                                .text("check", c -> c.title())
                                .text("result", c -> c.passes() ? "passes" : "fails")
                                .text("what was found", c -> c.words())
                                .block()
                                .html())
                .data(
                        "answers",
                        evidence.answers().isEmpty()
                                ? ""
                                : ReportTable.of(evidence.answers())
                                        .text("chapter", a -> a.paragraph().title())
                                        .text("by", a -> a.by())
                                        .text("remark", a -> a.remark())
                                        .text("answer", a -> a.answer())
                                        .block()
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
                : ReportTable.of(approvals)
                        .text("act", Approval::act)
                        .text("about", Approval::about)
                        .text("by", Approval::by)
                        .text("when", a -> ReportTime.words(a.at()))
                        .text("words", Approval::words)
                        .text("until", a -> a.until() == null ? "" : a.until())
                        .block()
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
