package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.Inline;

class InlinePartsTest {
    record Inner(Integer deep) implements Inline {}

    record Rider(@JsonAlias("rider") String name, List<Double> miles, Inner inner) implements Inline {}

    record Ride(int number, Rider by, String bike) {}

    private static Ride read(String json) throws JsonProcessingException {
        return Canonical.JSON.readValue(json, Ride.class);
    }

    @Test
    void aPartStandsAmongTheEntriesOfItsHolder() throws JsonProcessingException {
        Ride ride = new Ride(3, new Rider("Ida", List.of(1.5), new Inner(7)), "tourer");
        String json = Canonical.JSON.writeValueAsString(ride);
        assertThat(Canonical.JSON.readTree(json)).isEqualTo(Canonical.JSON.readTree("""
                {"number": 3, "name": "Ida", "miles": [1.5], "deep": 7, "bike": "tourer"}"""));
        assertThat(read(json)).isEqualTo(ride);
    }

    @Test
    void whatIsLeftOutIsNothingAndAnotherNameOfAnEntryIsTaken() throws JsonProcessingException {
        assertThat(read("{\"number\": 1}")).isEqualTo(new Ride(1, new Rider(null, null, new Inner(null)), null));
        assertThat(read("{\"rider\": \"Ida\"}").by().name()).isEqualTo("Ida");
    }

    @Test
    void anUnknownOrWrongEntryIsRefusedByItsName() {
        assertThatThrownBy(() -> read("{\"number\": 1, \"nmae\": \"Ida\"}"))
                .isInstanceOfSatisfying(UnrecognizedPropertyException.class, e -> {
                    assertThat(e.getPropertyName()).isEqualTo("nmae");
                    assertThat(e.getKnownPropertyIds())
                            .extracting(String::valueOf)
                            .contains("name", "miles", "deep", "bike")
                            .doesNotContain("by", "inner");
                });
        assertThatThrownBy(() -> read("{\"miles\": [\"far\"]}"))
                .isInstanceOfSatisfying(
                        InvalidFormatException.class,
                        e -> assertThat(e.getPath())
                                .extracting(JsonMappingException.Reference::getFieldName)
                                .startsWith("miles"));
    }
}
