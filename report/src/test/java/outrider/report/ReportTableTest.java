package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ReportTableTest {
    private record Row(String name, String figure, Estimate estimate) {}

    private static ReportTable<Row> table(List<Row> rows) {
        return ReportTable.of(rows)
                .text("name", Row::name)
                .number("figure", Row::figure)
                .estimate("estimate", Row::estimate);
    }

    private static String drawn(Block block) {
        return ReportPage.html(List.of(block)).strip();
    }

    @Test
    void aColumnSaysWhatItHoldsAndNothingIsReadOutOfWords() {
        Row row = new Row("Trees (of 60)", "3 (of 4)", Estimate.of("31 %", "28 %", "34 %"));
        assertThat(drawn(table(List.of(row)).block()))
                .contains("<th scope=\"col\">name</th><th scope=\"col\" class=\"n\">figure</th>")
                .contains("<th scope=\"row\">Trees (of 60)</th>")
                .contains("<td class=\"n\">3 (of 4)</td>")
                .contains("<td class=\"n\">31 %<br/><span class=\"interval\">(28 % to 34 %)</span></td>");
    }

    @Test
    void anEstimateWithoutAnIntervalStandsAlone() {
        assertThat(drawn(table(List.of(new Row("a", "1", Estimate.alone("0.700"))))
                        .block()))
                .contains("<td class=\"n\">0.700</td>");
        assertThat(Estimate.percent(null, null, null).value()).isEqualTo("–");
    }

    @Test
    void markupInWordsIsShownAndLongNamesMayBreak() {
        Row row = new Row("<b>" + "x".repeat(30) + "</b>", "&", Estimate.alone("<"));
        assertThat(drawn(table(List.of(row)).caption("a < b").block()))
                .contains("<caption>a &lt; b</caption>")
                .contains("<span class=\"long\">&lt;b&gt;" + "x".repeat(30))
                .contains("<td class=\"n\">&amp;</td>")
                .doesNotContain("<b>");
    }

    @Test
    void oneRowIsSetOffAndShortTablesStayTogether() {
        List<Row> rows = IntStream.range(0, 6)
                .mapToObj(i -> new Row("r" + i, "1", Estimate.NONE))
                .collect(Collectors.toList());
        String html = drawn(table(rows).marking(r -> r.name().equals("r3")).block());
        assertThat(html).startsWith("<table>").containsOnlyOnce("<tr class=\"chosen\"><th scope=\"row\">r3</th>");
        assertThat(drawn(table(rows.subList(0, 5)).block())).startsWith("<table class=\"short\">");
    }

    @Test
    void aKeptTableShowsItsCellsAndLeavesMissingOnesEmpty() {
        assertThat(drawn(ReportTable.kept(List.of(List.of("Band", "#Lift"), List.of("1", "2.0"), List.of("2")))))
                .contains("<th scope=\"col\">#Lift</th>", "<th scope=\"row\">2</th><td></td>");
    }
}
