package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import outrider.measure.Measure;

/** The one file of measures says all that a page or a report needs of each. */
class GlossaryTest {
    private static final Pattern SLOT = Pattern.compile("\\{(\\w+)}");
    private static final Glossary KNOWN = Glossary.known();

    @Test
    void everyMeasureHasOneEntryAndEveryEntryAMeasure() {
        assertThat(KNOWN.measures().stream().map(Glossary.Entry::name))
                .containsExactlyInAnyOrderElementsOf(
                        Measure.known().stream().map(Measure::jsonName).toList());
        assertThat(KNOWN.measures()).allSatisfy(entry -> {
            assertThat(List.of(entry.label(), entry.what(), entry.beware())).noneMatch(String::isBlank);
            assertThat(entry.what()).endsWith(".");
            assertThat(entry.shown()).isIn("percent", "number");
        });
    }

    @Test
    void theBestIsSoughtOfThoseThatSaySo() {
        assertThat(KNOWN.measures().stream().filter(Glossary.Entry::sought).map(Glossary.Entry::name))
                .containsExactlyInAnyOrderElementsOf(Measure.known().stream()
                        .filter(Measure::sought)
                        .map(Measure::jsonName)
                        .toList());
    }

    @Test
    void everySlotOfAFormulaIsAnEntryWithAWord() {
        for (Glossary.Entry entry : KNOWN.measures()) {
            List<String> slots = SLOT.matcher(entry.formula())
                    .results()
                    .map(found -> found.group(1))
                    .toList();
            assertThat(slots).as(entry.name()).isNotEmpty();
            assertThat(slots)
                    .allSatisfy(
                            slot -> assertThat(Glossary.entry(slot).inWords()).isNotBlank());
        }
        assertThatThrownBy(() -> Glossary.entry("luck")).hasMessageContaining("luck");
    }

    @Test
    void everyFigureIsNamedOnceAndItsFormulaReadsInWords() {
        assertThat(Stream.of(KNOWN.figures(), KNOWN.measures(), KNOWN.parts())
                        .flatMap(List::stream)
                        .map(Glossary.Entry::name))
                .doesNotHaveDuplicates();
        assertThat(KNOWN.figures()).allSatisfy(entry -> {
            assertThat(entry.label()).isNotBlank();
            if (entry.formula() != null) {
                assertThat(entry.formulaInWords(Map.of("by", "others", "value", "price")))
                        .isNotBlank()
                        .doesNotContain("{");
            }
        });
        assertThat(Glossary.entry("lift").formulaInWords(Map.of())).isEqualTo("precision / event rate");
        assertThat(Glossary.entry("gainOfValues").formulaInWords(Map.of("value", "$price")))
                .contains("times its own $price,");
        assertThatThrownBy(() -> Glossary.entry("outOfFold").formulaInWords(Map.of()))
                .hasMessageContaining("by");
    }
}
