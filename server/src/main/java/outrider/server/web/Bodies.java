package outrider.server.web;

import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import jakarta.ws.rs.ext.Provider;
import jakarta.ws.rs.ext.ReaderInterceptor;
import jakarta.ws.rs.ext.ReaderInterceptorContext;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** What is said of a request's JSON that cannot be read. */
@Provider
public class Bodies implements ReaderInterceptor {
    private static final int SHOWN = 100;

    /** A body that is asked for and not there is refused. */
    @Override
    public @Nullable Object aroundReadFrom(ReaderInterceptorContext context) throws IOException {
        Object read = context.proceed();
        boolean json = context.getMediaType() != null
                && context.getMediaType().getSubtype().equals("json");
        if (read == null && json) throw BadInput.of("body", "is missing", "send the JSON that this takes");
        return read;
    }

    /** The refusal of JSON that is none; null where something else was wrong. */
    static @Nullable BadInput broken(Throwable e) {
        for (Throwable under = e; under != null; under = under.getCause()) {
            if (under instanceof JsonParseException parse) {
                return BadInput.of(
                        "body",
                        "is no JSON at line " + parse.getLocation().getLineNr() + ", column "
                                + parse.getLocation().getColumnNr(),
                        "send one whole JSON value");
            }
        }
        return null;
    }

    /** The refusal of a value of another kind than is asked for, by its place in the body. */
    static BadInput misfit(MismatchedInputException e) {
        StringBuilder place = new StringBuilder();
        for (JsonMappingException.Reference step : e.getPath()) {
            if (step.getFieldName() == null)
                place.append('[').append(step.getIndex()).append(']');
            else place.append(place.isEmpty() ? "" : ".").append(step.getFieldName());
        }
        String field = place.isEmpty() ? "body" : place.toString();
        String found =
                e instanceof InvalidFormatException format ? "is " + shown(format.getValue()) : "is of another kind";
        return BadInput.of(field, found, "give " + words(e.getTargetType()));
    }

    private static String shown(@Nullable Object value) {
        String text = String.valueOf(value);
        return "\"" + (text.length() > SHOWN ? text.substring(0, SHOWN) + "…" : text) + "\"";
    }

    private static String words(@Nullable Class<?> wanted) {
        if (wanted == null) return "what this takes";
        if (wanted.isEnum()) {
            return "one of "
                    + Arrays.stream(wanted.getEnumConstants())
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "));
        }
        if (wanted == String.class) return "a text";
        if (wanted == boolean.class || wanted == Boolean.class) return "true or false";
        if (Number.class.isAssignableFrom(wanted) || wanted.isPrimitive()) return "a number";
        if (List.class.isAssignableFrom(wanted)) return "a list";
        return Map.class.isAssignableFrom(wanted) || wanted.isRecord() ? "an object" : "what this takes";
    }
}
