package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

class ReportTest {

    private static Evidence evidence() {
        return SampleEvidence.at(90, null);
    }

    @Test
    void thePageIsWellFormedSelfContainedAndEscaped() throws Exception {
        byte[] stored = EvidenceFile.write(evidence());
        String html = HtmlReport.render(stored, List.of(new Approval("issued", "analyst", "today", "<b>words</b>")));
        DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(
                        html.replace("<!DOCTYPE html>", "").getBytes("UTF-8")));
        assertThat(html)
                .contains(
                        "Logistic &lt;one&gt; &amp; co",
                        "&lt;b&gt;words",
                        EvidenceFile.sha256(stored),
                        "<svg ",
                        "3,600 records")
                .doesNotContain("<script", "http://localhost", "src=", "href=\"http");
    }

    @Test
    void thePdfHoldsTheDecisionsWords() throws IOException {
        byte[] stored = EvidenceFile.write(evidence());
        byte[] pdf = PdfReport.of(HtmlReport.render(stored, List.of()));
        try (var document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            assertThat(text).contains(new ReportText(evidence()).decision().substring(0, 60), "€74.00", "1 / ");
        }
    }

    @Test
    void evidenceIsReadBackAsItWasWrittenAndAnyChangeChangesTheHash() {
        byte[] stored = EvidenceFile.write(evidence());
        assertThat(EvidenceFile.write(EvidenceFile.read(stored))).isEqualTo(stored);
        byte[] changed = new String(stored)
                .replace("\"records\":90.0", "\"records\":91.0")
                .getBytes();
        assertThat(EvidenceFile.sha256(changed)).isNotEqualTo(EvidenceFile.sha256(stored));
    }

    @Test
    void numbersAreWrittenWithTheirUnitsAndUndefinedOnesAreNotZero() {
        assertThat(Numbers.percent(null)).isEqualTo("–");
        assertThat(Numbers.gain("€", 41870.4)).isEqualTo("+€41,870");
        assertThat(Numbers.gain("€", -0.2)).isEqualTo("€0");
        assertThat(Numbers.money("€", -1432.0)).isEqualTo("−€1,432");
        assertThat(Numbers.count(5.142)).isEqualTo("5.1");
    }
}
