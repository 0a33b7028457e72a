package outrider.server.schedule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.BadInput;

class PlacesTest {
    @Test
    void placesAreNamedForSomeBriefsAndToldInFull(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(folder.resolve("lists.properties"), """
                desk.in=/srv/desk/in
                desk.out=/srv/desk/out
                desk.briefs=3, 7
                crm.url=jdbc:postgresql://db/crm
                crm.user=outrider
                crm.table=public.members
                crm.into=public.members_scored
                half.in=/srv/half
                loop.in=/srv/loop
                loop.out=/srv/other/../loop
                bare.table=members
                """);
        Places places = new Places(Optional.of(file.toString()));
        assertThat(places.names(3)).containsExactly("bare", "crm", "desk", "half", "loop");
        assertThat(places.names(4)).doesNotContain("desk");
        assertThat(places.named("desk", 7).words()).isEqualTo("folder in");
        assertThat(places.named("crm", 4).words()).isEqualTo("table public.members");
        refused(places, "desk", "“desk” is none", "there are: bare, crm");
        refused(places, "half", "is not told in full", "half.out");
        refused(places, "loop", "puts scores where lists come from");
        refused(places, "bare", "is not told in full", "bare.url and bare.into");
        Places none = new Places(Optional.empty());
        assertThat(none.names(1)).isEmpty();
        refused(none, "desk", "the administrator names some");
        assertThat(new Places(Optional.of(folder.resolve("gone").toString())).names(1))
                .isEmpty();
    }

    private static void refused(Places places, String name, String... words) {
        assertThatThrownBy(() -> places.named(name, 4))
                .isInstanceOf(BadInput.class)
                .satisfies(e -> assertThat(e.getMessage()).contains(words));
    }

    @Test
    void listsOfOneNameInTwoFormatsGetTwoNames() {
        assertThat(ScheduleWork.scoredName("monday.csv")).isEqualTo("monday-scored.csv");
        assertThat(ScheduleWork.scoredName("monday.csv.gz")).isEqualTo("monday-csv-gz-scored.csv");
        assertThat(ScheduleWork.scoredName("week.1.xlsx")).isEqualTo("week-1-xlsx-scored.csv");
    }
}
