package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.Progress;

/** Texts that a spreadsheet would run. */
class SpreadsheetTextTest {
    @ParameterizedTest
    @ValueSource(strings = {"=1+1", "+cmd|' /C calc'!A0", "-2+3", "@SUM(A1)", "\t=1", "'=1", "''@x"})
    void aFormulaIsMarkedAsText(String text) {
        assertThat(SpreadsheetText.harmless(text)).isEqualTo("'" + text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"-3.25", "+1,000.5", "-1e-7", "-12 %", "-", "", "a=b", "'tis", "0=no", "-3,50 €"})
    void numbersAndPlainTextsStay(String text) {
        assertThat(SpreadsheetText.harmless(text)).isEqualTo(text);
    }

    @Test
    void whatIsWrittenReadsBackEqual() throws IOException {
        List<String> odd = List.of("=1+1", "'=1", "''=1", "-2+3", "'tis", "@x", "+", "plain", "-7 of 9", "\"=quoted\"");
        ColumnBuilder texts = ColumnBuilder.ofTexts("=name", false);
        odd.forEach(texts::add);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvTableWriter.write(new Table(List.of(texts.build()), null), out);
        assertThat(out.toString(StandardCharsets.UTF_8).lines())
                .noneMatch(line -> line.matches("\"?[=@].*"))
                .startsWith("'=name");
        Table back = CsvTableReader.read(new ByteArrayInputStream(out.toByteArray()), Progress.NONE);
        assertThat(back.columns().get(0).name()).isEqualTo("=name");
        for (int i = 0; i < odd.size(); i++)
            assertThat(back.columns().get(0).text(i)).isEqualTo(odd.get(i));
    }
}
