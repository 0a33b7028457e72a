package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.awt.Color;
import org.junit.jupiter.api.Test;

/** The report and its drawings take their colours from the one palette. */
class PaletteTest {
    @Test
    void everyColourOfTheStyleIsOfThePaletteAndWrittenOut() {
        assertThat(ReportPage.text("report.css")).doesNotContainPattern("#[0-9a-fA-F]{6}");
        assertThat(ReportPage.style()).contains("color: #").doesNotContain("var(");
        assertThatThrownBy(() -> Palette.put("p { color: var(--color-gold); }")).hasMessageContaining("gold");
    }

    @Test
    void candidatesHaveTwelveColoursThatDiffer() {
        assertThat(Palette.candidates()).hasSize(12).doesNotHaveDuplicates();
        assertThat(Palette.candidates().get(0)).isEqualTo(Palette.colour("candidate-1"));
        assertThat(Palette.colour("ink")).isNotEqualTo(Color.BLACK);
    }
}
