package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.xpath.XPathConstants;
import javax.xml.xpath.XPathFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.Canonical;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.casefile.Sha256;
import outrider.errors.Parity;

class ReportTest {
    private static final String DRAWING = """
            <svg xmlns="http://www.w3.org/2000/svg" width="300.5" height="80" onload="alert(1)">
              <defs><clipPath id="c"><rect width="9" height="9"/></clipPath></defs>
              <script>alert(2)</script><a href="javascript:alert(3)"><text>linked</text></a>
              <image href="http://elsewhere.invalid/x.png"/>
              <text x="3" y="20" style="font-size:11px;background:url(http://elsewhere.invalid)">pinned words</text>
              <path d="M0 0L9 9" clip-path="url(#c)" fill="url(http://elsewhere.invalid)"/></svg>""";

    private static final Evidence.Pinned PIN = new Evidence.Pinned(
            Paragraph.THRESHOLD,
            "The cut & its money",
            "Look at {gain}",
            "A reading line.",
            DRAWING,
            List.of(List.of("a", "b"), List.of("1", "<2>")),
            "Logistic, 600 records of validation",
            false);

    private static Document parsed(String html) throws Exception {
        return DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(
                        html.replace("<!DOCTYPE html>", "").getBytes(StandardCharsets.UTF_8)));
    }

    private static NodeList nodes(Node page, String path) throws Exception {
        return (NodeList) XPathFactory.newInstance().newXPath().evaluate(path, page, XPathConstants.NODESET);
    }

    private static byte[] canonical() {
        return Canonical.write(Example.evidence(Example.BRIEF, Example.FIGURES, List.of(PIN)));
    }

    private static String page(boolean fonts) {
        Approval approval =
                new Approval("approved", "", "approver", "2026-11-24T08:00:00Z", "<b>words</b>", "2027-03-31");
        return HtmlReport.complete(
                HtmlReport.render(canonical()), List.of(approval), "Approved by approver, until 2027-03-31.", fonts);
    }

    @Test
    void thePageStandsAloneAndIsReadableWithoutSight() throws Exception {
        String html = page(true);
        Document page = parsed(html);
        assertThat(html)
                .contains(Sha256.of(canonical()), "&lt;b&gt;words", "And &lt;snow&gt;?", "&lt;2&gt;", "pinned words")
                .doesNotContain("<script", "src=", "href=\"http", "elsewhere.invalid", "alert(", "linked");
        NodeList drawings = nodes(page, "//*[local-name()='svg']");
        assertThat(drawings.getLength()).isEqualTo(4);
        for (int i = 0; i < drawings.getLength(); i++) {
            assertThat(((org.w3c.dom.Element) drawings.item(i)).getAttribute("aria-label"))
                    .isNotBlank();
        }
        assertThat(nodes(page, "//*[local-name()='svg']//*[local-name()='text']")
                        .getLength())
                .isGreaterThan(40);
        assertThat(nodes(page, "//*[local-name()='th'][not(@scope)]").getLength())
                .isZero();
        String kept = "//*[local-name()='span'][@class='signed']";
        assertThat(nodes(page, kept).getLength()).isPositive();
        assertThat(nodes(page, "//*[local-name()='svg' or local-name()='title']" + kept)
                        .getLength())
                .as("signs kept with their money in text alone")
                .isZero();
        NodeList texts = nodes(page, "//*[local-name()='p' or local-name()='li']");
        for (int i = 0; i < texts.getLength(); i++) {
            int signed = nodes(texts.item(i), "." + kept).getLength();
            assertThat(texts.item(i).getTextContent().split("[−+]€", -1)).hasSize(signed + 1);
        }
        for (Paragraph p : Paragraph.values()) {
            assertThat(nodes(page, "//*[@data-paragraph='" + p.jsonName() + "']")
                            .getLength())
                    .as(p.jsonName())
                    .isEqualTo(1);
        }
    }

    @Test
    void figuresInWordsAreTheEvidencesAndPinsLandInTheirChapters() throws Exception {
        String html = page(false);
        double letters = Math.rint(Example.FIGURES.cut().validation().counts().records()
                * Example.FIGURES.cut().perCampaign());
        assertThat(html).contains("The print shop takes " + NumberText.count(letters) + " letters");
        Document page = parsed(html);
        assertThat(nodes(page, "//*[@id='threshold']//*[contains(text(),'pinned words')]")
                        .getLength())
                .isEqualTo(1);
        assertThat(nodes(page, "//*[@id='threshold']").item(0).getTextContent())
                .contains("The cut & its money", "600 records of validation, which is not the cut proposed here");
        assertThatThrownBy(() -> FigureWords.demandKnown("risks", "a {gian} of"))
                .hasMessageContaining("{gian}")
                .hasMessageContaining("{gain}");
    }

    @Test
    void thePdfIsTaggedHasBookmarksAndTheHashOnEveryPage() throws IOException {
        try (var document = Loader.loadPDF(PdfReport.of(page(false)))) {
            assertThat(document.getDocumentCatalog().getStructureTreeRoot()).isNotNull();
            assertThat(document.getDocumentCatalog().getMarkInfo().isMarked()).isTrue();
            assertThat(document.getDocumentCatalog().getLanguage()).isEqualTo("en");
            List<String> bookmarks = new ArrayList<>();
            for (PDOutlineItem item :
                    document.getDocumentCatalog().getDocumentOutline().children()) bookmarks.add(item.getTitle());
            assertThat(bookmarks).contains("Decision", "What could go wrong", "The reserve", "Checks", "Approvals");
            int pages = document.getNumberOfPages();
            assertThat(pages).isGreaterThan(4);
            for (int p = 1; p <= pages; p++) {
                PDFTextStripper stripper = new PDFTextStripper();
                stripper.setStartPage(p);
                stripper.setEndPage(p);
                assertThat(stripper.getText(document)).contains("SHA-256 " + Sha256.of(canonical()), p + " / " + pages);
            }
        }
    }

    @Test
    void twelveCandidatesAndTwoHundredColumnsStayUnderFiveMegabytes() {
        Figures f = Example.FIGURES;
        List<Figures.CandidateRow> rows = new ArrayList<>();
        List<Figures.ColumnRow> columns = new ArrayList<>();
        for (int i = 0; i < 12; i++)
            rows.add(f.contest().candidates().get(i % f.contest().candidates().size()));
        for (int i = 0; i < 200; i++)
            columns.add(f.source().columns().get(i % f.source().columns().size()));
        Evidence wide = Example.evidence(Example.BRIEF, with(f, rows, f.trust().reserve(), columns), List.of());
        String rendering = HtmlReport.render(Canonical.write(wide));
        assertThat(HtmlReport.complete(rendering, List.of(), "", true)).hasSizeLessThan(5_000_000);
        assertThat(PdfReport.of(HtmlReport.complete(rendering, List.of(), "", false)))
                .hasSizeLessThan(5_000_000);
    }

    @Test
    void aDropOfTheReserveIsSaidOnTheFirstPage() {
        Figures f = Example.FIGURES;
        Figures.Reserve r = f.trust().reserve();
        Figures.Compared low = new Figures.Compared("capture", 0.3, 0.25, 0.35, 0.2, 0.17, 0.23, 0.012, false);
        Figures.Reserve dropped = new Figures.Reserve(r.part(), r.figures(), r.auc(), r.perCampaign(), List.of(low));
        Evidence evidence = Example.evidence(Example.BRIEF, with(f, dropped), List.of());
        assertThat(HtmlReport.draft(evidence))
                .contains("figures look better for it: capture rate by 1.2 percentage points.");
        FirstPage page = new FirstPage(evidence);
        assertThat(page.confirmation())
                .contains("shows less than validation promised")
                .contains("capture rate 20.0 % (17.0 % to 23.0 %) against 30.0 % (25.0 % to 35.0 %)");
        assertThat(new FirstPage(Example.evidence()).confirmation()).contains("confirms it");
        assertThat(new FirstPage(Example.evidence(Example.BRIEF, with(f, null), List.of())).confirmation())
                .contains("still sealed");
    }

    @Test
    void limitsThatAreNotThereAreDashes() {
        String bare = new String(Canonical.write(Example.evidence()), StandardCharsets.UTF_8)
                .replaceAll("\"gain(Low|High)\":[-0-9.eE]+", "\"gain$1\":null");
        Evidence without = EvidenceFile.read(EvidenceFile.write(bare.getBytes(StandardCharsets.UTF_8), null, List.of()))
                .evidence();
        assertThat(without.figures().cut().validation().money().gainLow()).isNull();
        assertThat(new FirstPage(without).expected()).contains("to gain €").contains("(– to –)");
        assertThat(HtmlReport.draft(without)).contains("<span class=\"interval\">(– to –)</span>");
    }

    @Test
    void theEventIsToldByItsLevelsOrItsRule() {
        String levels = new String(Canonical.write(Example.evidence()), StandardCharsets.UTF_8);
        assertThat(HtmlReport.render(levels.getBytes(StandardCharsets.UTF_8)))
                .contains("The outcome is ordered; the event is “1”.");
        String rule = levels.replaceFirst(
                "\"events\":\\[\"1\"\\],\"leaveOutMissing\":false,\"leftOut\":\\[\\]",
                "\"events\":[],\"leaveOutMissing\":false,\"leftOut\":[],\"when\":{\"at\":2.5,\"kind\":\"above\"}");
        assertThat(HtmlReport.render(rule.getBytes(StandardCharsets.UTF_8)))
                .contains("A record has the event where ordered is above 2.5.");
    }

    @Test
    void whatXmlCannotHoldStandsInNoTitleEither() throws Exception {
        String question = new String(Canonical.write(Example.evidence()), StandardCharsets.UTF_8)
                .replaceFirst("\"question\":\"", "$0Who\\\\u0001 <or> ");
        Evidence odd = EvidenceFile.read(EvidenceFile.write(question.getBytes(StandardCharsets.UTF_8), null, List.of()))
                .evidence();
        String html = HtmlReport.complete(HtmlReport.draft(odd), List.of(), "", false);
        assertThat(nodes(parsed(html), "//h1").item(0).getTextContent()).startsWith("Who\uFFFD <or> ");
    }

    @Test
    void theFirstPageWeighsTheOtherWaysAndCandidates() {
        FirstPage page = new FirstPage(Example.evidence());
        assertThat(page.decision()).contains("mailing the top", "“Logistic”", "from 2026-12-01 on", "of 24,000");
        assertThat(page.ways())
                .extracting(FirstPage.Alternative::name)
                .containsExactly("this proposal", "mailing nobody", "mailing everybody", "today's way, House points");
        double nobody = Example.FIGURES.cut().validation().money().gainOverNobody()
                * Example.FIGURES.cut().perCampaign();
        assertThat(page.ways().get(1).ahead()).isEqualTo(new Estimate(NumberText.gain("€", nobody), null));
        assertThat(page.ways().get(0).gain().interval()).contains(" to ");
        assertThat(String.join("\n", page.why())).contains("Next best at this depth", "Simpler", "not separable");
        assertThat(String.join("\n", page.risks())).contains("Looks at validation fails", "would gain");
    }

    @Test
    void thatFewAmountsCarryTheGainIsARisk() throws Exception {
        assertThat(String.join("\n", new FirstPage(Example.evidence()).risks())).doesNotContain("half of their sum");
        ObjectNode tree = (ObjectNode) new ObjectMapper().readTree(Canonical.write(Example.evidence()));
        var column = tree.get("recipe").get("columns").properties().iterator().next();
        ((ObjectNode) column.getValue()).put("role", "value");
        ((ObjectNode) tree.get("figures"))
                .putObject("fewAmounts")
                .put("amounts", 1152)
                .put("half", 9);
        assertThat(String.join("\n", new FirstPage(read(tree)).risks()))
                .contains("9 of the 1,152 values of " + column.getKey() + " caught make half of their sum");
    }

    private static Evidence read(JsonNode tree) throws IOException {
        byte[] written = new ObjectMapper().writeValueAsBytes(tree);
        return EvidenceFile.read(EvidenceFile.write(written, null, List.of())).evidence();
    }

    /** A difference whose own interval leaves out 0 may yet be chance among many. */
    @Test
    void aDifferenceThatIsNotSeparableAmongManySaysSo() throws Exception {
        JsonNode tree = new ObjectMapper().readTree(Canonical.write(Example.evidence()));
        for (JsonNode row : tree.get("figures").get("candidates")) {
            if (!row.path("difference").isObject()) continue;
            ObjectNode difference = (ObjectNode) row.get("difference");
            difference.put("verdict", "notSeparable").put("adjustedP", 0.12);
            ((ObjectNode) difference.get("netValue")).put("low", -1100).put("high", -200);
        }
        assertThat(String.join("\n", new FirstPage(read(tree)).why()))
                .contains("not separable once every comparison counts (adjusted p 0.12)");
        assertThat(String.join("\n", new FirstPage(Example.evidence()).why())).doesNotContain("adjusted p");
    }

    private static Figures with(Figures f, Figures.Reserve reserve) {
        return with(f, f.contest().candidates(), reserve, f.source().columns());
    }

    private static Figures with(
            Figures f, List<Figures.CandidateRow> rows, Figures.Reserve reserve, List<Figures.ColumnRow> columns) {
        return with(f, rows, f.trust().failures(), reserve, columns);
    }

    private static Figures with(
            Figures f,
            List<Figures.CandidateRow> rows,
            Figures.Failures failures,
            Figures.Reserve reserve,
            List<Figures.ColumnRow> columns) {
        return new Figures(
                new Figures.Source(f.source().data(), f.source().split(), columns),
                new Figures.Contest(
                        f.contest().deciding(),
                        rows,
                        f.contest().chosen(),
                        f.contest().optimism()),
                new Figures.AtCut(
                        f.cut().validation(),
                        f.cut().everybody(),
                        f.cut().today(),
                        f.cut().perCampaign(),
                        f.cut().breakEven(),
                        f.cut().sensitivity(),
                        f.cut().takeovers()),
                new Figures.Trust(
                        f.trust().bands(), f.trust().calibration(), f.trust().stability(), failures, reserve, null));
    }

    private static String failures(Figures.Failures failures) throws Exception {
        Figures f = Example.FIGURES;
        Figures other = with(
                f,
                f.contest().candidates(),
                failures,
                f.trust().reserve(),
                f.source().columns());
        byte[] canonical = Canonical.write(Example.evidence(Example.BRIEF, other, List.of()));
        Document page = parsed(HtmlReport.complete(HtmlReport.render(canonical), List.of(), "", false));
        return nodes(page, "//*[@id='failures']").item(0).getTextContent();
    }

    @Test
    void whereItFailsIsToldWithIntervalsAndWhatItDoesNotRead() throws Exception {
        Parity.Measured share = new Parity.Measured(0.25, 0.2, 0.31, 0.5, 0.4, 0.62);
        Parity.Measured caught = new Parity.Measured(0, 0, 0.04, 0.0, 0.01, 0.2);
        Figures.Failures some = new Figures.Failures(
                List.of(new Figures.Spot("region: coast", List.of("region"), 812, 31.4, 58, 1.42, 2.39)),
                List.of(new Figures.ParityRow("region", "coast", true, 812, 58, new Parity(share, caught, null, null))),
                List.of(new Figures.Added(
                        "shelf_no", "set aside: says where it lies", 3, 0.71, 0.042, 0.031, 0.053, 1e-9)));
        assertThat(failures(some))
                .contains("region: coast", "812", "31", "58", "1.85", "1.42 to 2.39")
                .contains("region: coast, protected", "25.0 %", "20.0 % to 31.0 %", "0.50", "0.40 to 0.62")
                .contains("0.00", "0.01 to 0.20", "–")
                .contains("shelf_no", "set aside: says where it lies", "0.710", "0.042");
        assertThat(failures(new Figures.Failures(List.of(), List.of(), List.of())))
                .contains(
                        "In no group of one or two conditions", "No column has the role segment", "better than chance");
        assertThat(failures(new Figures.Failures(null, List.of(), List.of()))).contains("no probabilities");
        assertThat(failures(null)).contains("before such groups were looked for");
    }

    @Test
    void aDraftSaysThatItIsNoneAndWordsFollowTheirFigures() {
        BriefFile other = Example.BRIEF.with(
                new AuthorText(null, java.util.Map.of(Paragraph.DECISION, "We gain {gain}."), null, null, List.of()));
        String html = HtmlReport.draft(Example.evidence(other, Example.FIGURES, List.of()));
        double gain = Example.FIGURES.cut().validation().money().gainOverNobody()
                * Example.FIGURES.cut().perCampaign();
        assertThat(html)
                .contains("Draft, not issued", "We gain " + NumberText.money("€", gain) + ".")
                .doesNotContain("Evidence SHA-256");
    }

    @Test
    void numbersAreWrittenWithTheirUnitsAndUndefinedOnesAreNotZero() {
        assertThat(NumberText.percent(null)).isEqualTo("–");
        assertThat(NumberText.gain("€", 41870.4)).isEqualTo("+€41,870");
        assertThat(NumberText.gain("€", -0.2)).isEqualTo("€0");
        assertThat(NumberText.money("€", -1432.0)).isEqualTo("−€1,432");
        assertThat(NumberText.count(5.142)).isEqualTo("5.1");
    }
}
