package outrider.report;

import io.quarkus.qute.Template;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.casefile.Sha256;

/** Renders evidence as one self-contained XHTML page: no script, styles and charts inside. Thread safe. */
public final class HtmlReport {
    private static final Template TEMPLATE = ReportPage.template("report");

    private HtmlReport() {}

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
        BriefFile.Words words = evidence.recipe().asked().words();
        List<FirstPage.Alternative> ways = first.ways();
        List<Chapter> all = new ArrayList<>();
        for (Paragraph p : Paragraph.values()) {
            boolean early = p.ordinal() <= Paragraph.RISKS.ordinal();
            List<Block> blocks = new ArrayList<>();
            String said = first.said(p);
            if (!said.isEmpty() && !early) blocks.add(Block.said(said));
            blocks.addAll(chapters.of(p));
            all.add(new Chapter(
                    p.jsonName(), p.title(), said.isEmpty() ? List.of() : List.of(Block.said(said)), blocks));
        }
        return TEMPLATE.data("e", evidence)
                .data("style", ReportPage.style())
                .data("title", evidence.recipe().asked().name())
                .data("kicker", kicker(evidence))
                .data("foot", hash == null ? "Draft, not issued" : "Evidence SHA-256 " + hash)
                .data("hash", hash)
                .data("first", first)
                .data(
                        "ways",
                        List.of(ReportTable.of(ways)
                                .caption("For the campaign of "
                                        + NumberText.count(
                                                evidence.recipe().decision().campaignSize()) + " " + words.records()
                                        + ", from validation; 95 % intervals in brackets.")
                                .text("way", FirstPage.Alternative::name)
                                .number(words.records() + " acted on", FirstPage.Alternative::actedOn)
                                .estimate(words.events() + " reached", FirstPage.Alternative::reached)
                                .estimate("gain over nobody", FirstPage.Alternative::gain)
                                .estimate("proposal gains more by", FirstPage.Alternative::ahead)
                                .marking(way -> way == ways.get(0))
                                .block()))
                .data(
                        "confirmed",
                        evidence.figures().trust().reserve() != null
                                && evidence.figures().trust().reserve().confirms())
                .data("early", all.subList(0, Paragraph.RISKS.ordinal() + 1))
                .data("chapters", all.subList(Paragraph.RISKS.ordinal() + 1, all.size()))
                .data(
                        "checks",
                        List.of(ReportTable.of(evidence.judged().checks())
                                .caption("Held against the policy “"
                                        + evidence.judged().policy().name() + "”, version "
                                        + evidence.judged().policyVersion() + ".")
                                .text("check", c -> c.title())
                                .text("result", c -> c.passes() ? "passes" : "fails")
                                .text("what was found", c -> c.words())
                                .block()))
                .data(
                        "answers",
                        evidence.judged().answers().isEmpty()
                                ? List.of()
                                : List.of(ReportTable.of(evidence.judged().answers())
                                        .text("chapter", a -> a.paragraph().title())
                                        .text("by", a -> a.by())
                                        .text("remark", a -> a.remark())
                                        .text("answer", a -> a.answer())
                                        .block()))
                .render();
    }

    /** A chapter as the template reads it. */
    public record Chapter(String key, String title, List<Block> said, List<Block> blocks) {}

    private static String kicker(Evidence e) {
        String what = e.issued().report() == null
                ? "Draft of a sign-off report"
                : "Sign-off report " + e.issued().report();
        String before = e.issued().supersedes() == null
                ? ""
                : ", in place of report " + e.issued().supersedes().report();
        String who = e.issued().issuedBy() == null ? "" : " · by " + e.issued().issuedBy();
        return what + before + " · " + e.recipe().asked().name() + " · "
                + ReportTime.words(e.issued().issuedAt()) + who;
    }

    /** The page as it stands now, as {@link ReportPage#complete} makes it. */
    public static String complete(String rendering, List<Approval> approvals, String state, boolean fonts) {
        Map<String, String> marks = new LinkedHashMap<>();
        for (Paragraph p : Paragraph.values()) marks.put(p.jsonName(), p.title());
        marks.put("checks", "Checks");
        marks.put("approvals", "Approvals");
        return ReportPage.complete(rendering, approvals, state, fonts, marks);
    }
}
