package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The documented glossary is the program's; rewritten by -Doutrider.schemas=write. */
class GlossaryPageTest {
    private static final Path PAGE = Path.of("..", "docs", "glossary.md");
    private static final Map<String, String> SLOTS =
            Map.of("by", "a model that did not see it", "value", "value", "events", "events", "records", "records");

    private static void table(StringBuilder page, String head, List<Glossary.Entry> entries) {
        page.append("\n## ")
                .append(head)
                .append("\n\n| name | called | formula | what it says | beware |\n|---|---|---|---|---|\n");
        for (Glossary.Entry entry : entries) {
            page.append("| `%s` | %s | %s | %s | %s |\n"
                    .formatted(
                            entry.name(),
                            entry.label() == null ? entry.inWords() : entry.label(),
                            entry.formula() == null ? "" : cell(entry.formulaInWords(SLOTS)),
                            entry.what() == null ? "" : cell(entry.whatInWords(SLOTS)),
                            entry.beware() == null ? "" : cell(entry.beware())));
        }
    }

    private static String cell(String text) {
        return text.replace("|", "\\|");
    }

    @Test
    void holdsWhatTheGlossaryHolds() throws IOException {
        Glossary known = Glossary.known();
        StringBuilder page = new StringBuilder("""
                # Glossary

                What each figure is called, how it is computed, what it says and when it misleads, as screens and reports have it: made from
                `casefile/src/main/resources/outrider/casefile/glossary.json`. What the names mean exactly stands in [methods](methods.md).
                """);
        table(page, "Measures at a threshold", known.measures());
        table(page, "Other figures", known.figures());
        table(page, "Parts of formulas", known.parts());
        if ("write".equals(System.getProperty("outrider.schemas"))) Files.writeString(PAGE, page);
        assertThat(page.toString()).isEqualTo(Files.readString(PAGE));
    }
}
