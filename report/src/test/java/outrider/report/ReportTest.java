package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.exchange.CutFigures;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

class ReportTest {

    private static Evidence evidence() {
        RandomStream random = new Seeds(4).stream("report");
        double[] score = new double[900];
        byte[] outcome = new byte[900];
        for (int i = 0; i < score.length; i++) {
            score[i] = random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < 0.3 * score[i] ? 1 : 0);
        }
        Ranking ranking = Ranking.of(score, outcome);
        NetValue money = new NetValue(ranking, new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN);
        Bootstrap.Band band = Bootstrap.along(ranking, new double[] {0.05, 0.1, 0.5, 1}, new Seeds(4).stream("b"));
        CutFigures cut = CutFigures.of(ranking, money, 90, band);
        AucDoubt.Interval auc = AucDoubt.of(score, outcome).interval();
        var interval = new Evidence.AucInterval(auc.auc(), auc.standardError(), auc.low(), auc.high());
        List<double[]> curve = new ArrayList<>();
        for (int i = 0; i <= 100; i++) {
            double rank = 9 * i;
            curve.add(new double[] {i / 100.0, ranking.eventsAt(rank) / ranking.totalEvents(), money.atRank(rank)});
        }
        var candidate = new Evidence.Candidate(
                "Logistic <one> & co",
                "logistic regression",
                12,
                interval,
                0.7,
                cut,
                "chosen",
                null,
                List.of("too good"),
                curve,
                "");
        return new Evidence(
                Evidence.FORMAT,
                "analyst",
                "2026-11-23 09:00 UTC",
                new Evidence.Case(
                        "plan-lapse",
                        "Which members should the desk ring?",
                        "renewal",
                        List.of("lapsed"),
                        "members",
                        "lapses",
                        "ringing",
                        "€",
                        74,
                        4.5,
                        0,
                        0,
                        0,
                        1 / 3.0,
                        0.18,
                        3000.0,
                        36_000,
                        null),
                new Evidence.Data("plan-lapse.csv.gz", "ab12", 100, 3600, 35, List.of()),
                new Evidence.SplitFacts(
                        7, List.of(0.5, 0.25, 0.25), new Evidence.Part(1800, 160), new Evidence.Part(900, 80), 900),
                List.of(candidate),
                candidate.name(),
                Bands.of(ranking, 10),
                cut,
                new Evidence.Seal("analyst", "2026-11-23 09:00 UTC", candidate.name(), 0.1, 5),
                cut,
                interval,
                new Evidence.Part(900, 79),
                new Evidence.Recipe("0.1.0", "17", 7, List.of("age", "tier"), "no penalty", "set by hand"));
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
