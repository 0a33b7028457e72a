package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The report's words in its odd cases. */
class ReportTextTest {

    @Test
    void proposesNobodyWhereNoCutPays() {
        ReportText text = new ReportText(SampleEvidence.at(0, null));
        assertThat(text.decision()).contains("act on nobody", "ringing no one");
        assertThat(text.grid().get(0).get(2)).isEqualTo("0");
    }

    @Test
    void saysThresholdAndIntervalAndScalesToTheCampaign() {
        Evidence evidence = SampleEvidence.at(90, null);
        ReportText text = new ReportText(evidence);
        assertThat(text.decision())
                .contains("top 10.0 %", "those with a score of", "90 of 900 members", "95 % interval");
        assertThat(text.campaign())
                .contains("campaign of 36,000 members", "3,600 members acted on")
                .contains(Numbers.money("€", evidence.validation().gainOverNobody() * 40))
                .doesNotContain("planned");
        assertThat(new ReportText(SampleEvidence.at(90, 0.2)).campaign()).contains("planned event rate of 20.0 %");
    }

    @Test
    void saysWhetherTheReserveConfirms() {
        assertThat(new ReportText(SampleEvidence.at(90, null, 90)).confirmation())
                .contains("within the interval");
        assertThat(new ReportText(SampleEvidence.at(90, null, 30)).confirmation())
                .contains("below the interval that validation gave: expect less");
        assertThat(new ReportText(SampleEvidence.at(90, null, 300)).confirmation())
                .contains("above the interval");
    }

    @Test
    void theFourCellsAddUpToTheRecordsAndTheirMoneyToTheNetValue() {
        Evidence evidence = SampleEvidence.at(90, null);
        double records = 0;
        for (var cell : new ReportText(evidence).grid())
            records += Double.parseDouble(cell.get(2).replace(",", ""));
        assertThat(records).isEqualTo(900);
        double money = evidence.validation().caught() * (74 / 3.0 - 4.5)
                - evidence.validation().falseAlarms() * 4.5;
        assertThat(evidence.validation().netValue()).isCloseTo(money, org.assertj.core.api.Assertions.within(1e-9));
        assertThat(new ReportText(evidence).stakes())
                .contains("€4.50 a record", "works on 33.3 %", "earns €74.00", "At most 3,000 of 36,000");
    }

    @Test
    void definitionsPutThisCasesNumbersIn() {
        Evidence evidence = SampleEvidence.at(90, null);
        assertThat(Definitions.with(evidence))
                .anySatisfy(d -> {
                    assertThat(d.name()).isEqualTo("Depth");
                    assertThat(d.numbers()).isEqualTo("90 / 900 = 10.0 %");
                })
                .anySatisfy(d -> assertThat(d.numbers())
                        .startsWith(Numbers.count(evidence.validation().caught()) + " / 90 = "));
    }
}
