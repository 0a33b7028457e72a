package outrider.server.web;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.deser.std.StdScalarDeserializer;
import com.fasterxml.jackson.databind.deser.std.StringDeserializer;
import com.fasterxml.jackson.databind.module.SimpleModule;
import io.quarkus.jackson.ObjectMapperCustomizer;
import jakarta.inject.Singleton;
import java.io.IOException;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * Refuses texts that hold what no document may: control characters other than tab and new line, halves of characters, and the two
 * code points that are none. What is taken here can be stored, printed and written as XML (XML 1.0, 2.2).
 */
@Singleton
public class PlainText implements ObjectMapperCustomizer {
    @Override
    public void customize(ObjectMapper json) {
        json.registerModule(new SimpleModule("plain text").addDeserializer(String.class, new Checked()));
    }

    private static final class Checked extends StdScalarDeserializer<String> {
        private static final long serialVersionUID = 1;

        Checked() {
            super(String.class);
        }

        @Override
        public @Nullable String deserialize(JsonParser parser, DeserializationContext context) throws IOException {
            String text = StringDeserializer.instance.deserialize(parser, context);
            if (text != null) demand(text, parser.currentName());
            return text;
        }

        private static void demand(String text, @Nullable String field) {
            int at = 0;
            while (at < text.length()) {
                int c = text.codePointAt(at);
                boolean plain = c >= 0x20
                        ? c < 0xD800 || c > 0xDFFF && c != 0xFFFE && c != 0xFFFF
                        : c == '\t' || c == '\n' || c == '\r';
                if (!plain) {
                    throw BadInput.of(
                            field == null ? "text" : field,
                            String.format(Locale.ROOT, "holds a control character (U+%04X) at place %d", c, at + 1),
                            "take it out");
                }
                at += Character.charCount(c);
            }
        }
    }
}
