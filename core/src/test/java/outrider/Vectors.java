package outrider;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.AnnotationIntrospector;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import com.fasterxml.jackson.databind.introspect.NopAnnotationIntrospector;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.util.NameTransformer;
import java.io.IOException;
import java.io.UncheckedIOException;
import outrider.base.Inline;

/** Worked cases from an independent implementation, and the comparison of our figures with them. */
public final class Vectors {
    /** Writes {@link Inline} parts among the entries of what holds them. */
    public static final ObjectMapper JSON = JsonMapper.builder()
            .annotationIntrospector(AnnotationIntrospector.pair(
                    new NopAnnotationIntrospector() {
                        @Override
                        public NameTransformer findUnwrappingNameTransformer(AnnotatedMember member) {
                            return Inline.class.isAssignableFrom(member.getRawType()) ? NameTransformer.NOP : null;
                        }
                    },
                    new JacksonAnnotationIntrospector()))
            .build();

    private Vectors() {}

    public static JsonNode read(String name) {
        try (var in = Vectors.class.getResourceAsStream("/vectors/" + name + ".json")) {
            return JSON.readTree(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static double[] doubles(JsonNode node) {
        return JSON.convertValue(node, double[].class);
    }

    public static byte[] outcome(JsonNode node) {
        int[] values = JSON.convertValue(node, int[].class);
        byte[] outcome = new byte[values.length];
        for (int i = 0; i < values.length; i++) outcome[i] = (byte) values[i];
        return outcome;
    }

    /** Everything that {@code expected} holds must stand in ours, numbers within the tolerance (relative above 1). */
    public static void assertHolds(JsonNode expected, Object ours, double tolerance) {
        compare("", expected, JSON.valueToTree(ours), tolerance);
    }

    private static void compare(String path, JsonNode expected, JsonNode ours, double tolerance) {
        assertThat(ours).as(path).isNotNull();
        if (expected.isObject()) {
            expected.fieldNames()
                    .forEachRemaining(
                            name -> compare(path + "/" + name, expected.get(name), ours.get(name), tolerance));
        } else if (expected.isArray()) {
            assertThat(ours.size()).as(path).isEqualTo(expected.size());
            for (int i = 0; i < expected.size(); i++) {
                compare(path + "/" + i, expected.get(i), ours.get(i), tolerance);
            }
        } else if (expected.isNumber()) {
            assertThat(ours.isNumber()).as(path + " is a number, not " + ours).isTrue();
            double wanted = expected.asDouble();
            assertThat(ours.asDouble()).as(path).isCloseTo(wanted, within(tolerance * Math.max(1, Math.abs(wanted))));
        } else {
            assertThat(ours).as(path).isEqualTo(expected);
        }
    }
}
