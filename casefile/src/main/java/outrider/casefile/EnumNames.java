package outrider.casefile;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.BeanDescription;
import com.fasterxml.jackson.databind.DeserializationConfig;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonSerializer;
import com.fasterxml.jackson.databind.SerializationConfig;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.deser.BeanDeserializerModifier;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.ser.BeanSerializerModifier;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Writes enums without a JSON name of their own as SET_ASIDE → setAside. */
final class EnumNames extends SimpleModule {
    EnumNames() {
        setSerializerModifier(new BeanSerializerModifier() {
            @Override
            public JsonSerializer<?> modifyEnumSerializer(
                    SerializationConfig config, JavaType type, BeanDescription bean, JsonSerializer<?> usual) {
                return bean.findJsonValueAccessor() != null ? usual : new Writer();
            }
        });
        setDeserializerModifier(new BeanDeserializerModifier() {
            @Override
            public JsonDeserializer<?> modifyEnumDeserializer(
                    DeserializationConfig config, JavaType type, BeanDescription bean, JsonDeserializer<?> usual) {
                return bean.findJsonValueAccessor() != null ? usual : new Reader(type.getRawClass());
            }
        });
    }

    static String name(Enum<?> value) {
        StringBuilder name = new StringBuilder();
        for (String word : value.name().toLowerCase(Locale.ROOT).split("_")) {
            name.append(
                    name.isEmpty() ? word.substring(0, 1) : word.substring(0, 1).toUpperCase(Locale.ROOT));
            name.append(word.substring(1));
        }
        return name.toString();
    }

    private static final class Writer extends JsonSerializer<Object> {
        @Override
        public void serialize(Object value, JsonGenerator out, SerializerProvider provider) throws IOException {
            out.writeString(name((Enum<?>) value));
        }
    }

    private static final class Reader extends JsonDeserializer<Object> {
        private final Class<?> type;

        Reader(Class<?> type) {
            this.type = type;
        }

        @Override
        public Object deserialize(JsonParser in, DeserializationContext context) throws IOException {
            String text = in.getText();
            List<String> names = Arrays.stream(type.getEnumConstants())
                    .map(value -> name((Enum<?>) value))
                    .toList();
            int at = names.indexOf(text);
            if (at >= 0) return type.getEnumConstants()[at];
            return context.handleWeirdStringValue(type, text, "write one of: %s", String.join(", ", names));
        }
    }
}
