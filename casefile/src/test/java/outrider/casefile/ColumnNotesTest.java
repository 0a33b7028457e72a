package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.casefile.ColumnSetup.Role;
import outrider.table.CsvTableReader;

class ColumnNotesTest {
    private static final Set<String> COLUMNS = Set.of("rides", "age", "shop", "no");

    private static Map<String, ColumnSetup> read(String text) {
        return ColumnNotes.of(
                CsvTableReader.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), Progress.NONE),
                name -> ColumnSetup.of(Role.INPUT, "").known(3, "web", null),
                COLUMNS::contains);
    }

    @Test
    void anEmptyCellLeavesWhatIsSettled() {
        Map<String, ColumnSetup> noted = read("""
                column,role,reason,known_after_days,meaning,phrase_missing
                rides,,,0,rides in a quarter,no ride logged
                shop,set aside,changes its meaning,,,
                no,identifier,,,,
                """);
        assertThat(noted).containsOnlyKeys("rides", "shop", "no");
        ColumnSetup rides = noted.get("rides");
        assertThat(rides.role()).isEqualTo(Role.INPUT);
        assertThat(rides.knownAfterDays()).isZero();
        assertThat(rides.knownWhere()).isEqualTo("web");
        assertThat(rides.meaning()).isEqualTo("rides in a quarter");
        assertThat(rides.phraseMissing()).isEqualTo("no ride logged");
        assertThat(noted.get("shop").role()).isEqualTo(Role.SET_ASIDE);
        assertThat(noted.get("shop").reason()).isEqualTo("changes its meaning");
        assertThat(noted.get("no").role()).isEqualTo(Role.IDENTIFIER);
    }

    @Test
    void everyWrongLineIsNamed() {
        assertThatThrownBy(() -> read("column,role,known_after_days\nrides,king,0\nagge,input,\nage,,-2\nage,,1\n"))
                .hasMessageContaining("line 2: “king” is no role")
                .hasMessageContaining("line 3: “agge” is no column of the file")
                .hasMessageContaining("line 4: “-2” is no whole number of days, 0 or more")
                .hasMessageContaining("line 5: age is noted twice");
        assertThatThrownBy(() -> read("column,colour\nrides,red\n")).hasMessageContaining("are headed colour");
        assertThatThrownBy(() -> read("role,reason\ninput,x\n")).hasMessageContaining("name no columns");
    }
}
