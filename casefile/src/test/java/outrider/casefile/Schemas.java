package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.lang.reflect.Method;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import outrider.base.Inline;

/** JSON Schemas (2020-12) of records, so that the documented forms are those that the program writes. */
final class Schemas {
    private final Map<String, ObjectNode> defs = new TreeMap<>();
    private final BiPredicate<Class<?>, RecordComponent> required;

    private Schemas(BiPredicate<Class<?>, RecordComponent> required) {
        this.required = required;
    }

    static ObjectNode of(Class<?> root, String title, BiPredicate<Class<?>, RecordComponent> required) {
        Schemas schemas = new Schemas(required);
        ObjectNode schema = Canonical.JSON.createObjectNode();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("title", title);
        schema.setAll(schemas.type(root, false));
        ObjectNode named = schema.putObject("$defs");
        schemas.defs.forEach(named::set);
        return schema;
    }

    private ObjectNode type(Type type, boolean nullable) {
        ObjectNode node = Canonical.JSON.createObjectNode();
        if (type instanceof ParameterizedType generic) {
            Type[] of = generic.getActualTypeArguments();
            boolean list = generic.getRawType() == List.class;
            types(node, list ? "array" : "object", nullable);
            node.set(list ? "items" : "additionalProperties", type(list ? of[0] : of[1], true));
            return node;
        }
        Class<?> raw = (Class<?>) type;
        if (raw == Object.class) return node;
        if (raw.isRecord() || raw.isEnum() || raw == Check.class) {
            if (!defs.containsKey(name(raw))) {
                defs.put(name(raw), Canonical.JSON.createObjectNode());
                defs.put(name(raw), raw.isRecord() ? record(raw) : choice(raw));
            }
            String reference = "#/$defs/" + name(raw);
            if (!nullable) return node.put("$ref", reference);
            ArrayNode any = node.putArray("anyOf");
            any.addObject().put("$ref", reference);
            any.addObject().put("type", "null");
            return node;
        }
        if (raw == double[].class) {
            types(node, "array", nullable);
            node.putObject("items").put("type", "number");
            return node;
        }
        String name = raw == String.class || raw == char.class
                ? "string"
                : raw == boolean.class || raw == Boolean.class
                        ? "boolean"
                        : raw == double.class || raw == Double.class ? "number" : "integer";
        types(node, name, nullable && !raw.isPrimitive());
        return node;
    }

    private static String name(Class<?> raw) {
        return raw.getName().substring(raw.getPackageName().length() + 1).replace('$', '.');
    }

    private static void types(ObjectNode node, String name, boolean nullable) {
        if (nullable) node.putArray("type").add(name).add("null");
        else node.put("type", name);
    }

    private ObjectNode record(Class<?> raw) {
        ObjectNode node = Canonical.JSON.createObjectNode();
        node.put("type", "object");
        ObjectNode properties = node.putObject("properties");
        ArrayNode needed = Canonical.JSON.createArrayNode();
        entries(raw, properties, needed);
        if (!needed.isEmpty()) node.set("required", needed);
        node.put("additionalProperties", false);
        return node;
    }

    private void entries(Class<?> raw, ObjectNode properties, ArrayNode needed) {
        for (RecordComponent c : raw.getRecordComponents()) {
            if (Inline.class.isAssignableFrom(c.getType())) {
                entries(c.getType(), properties, needed);
                continue;
            }
            properties.set(c.getName(), type(c.getGenericType(), true));
            boolean leftOut = c.getAccessor().isAnnotationPresent(JsonInclude.class);
            if (!leftOut && required.test(raw, c)) needed.add(c.getName());
        }
    }

    private static ObjectNode choice(Class<?> raw) {
        ObjectNode node = Canonical.JSON.createObjectNode();
        ArrayNode names = node.putArray("enum");
        if (raw == Check.class) {
            Check.all().stream()
                    .filter(check -> check.getClass().getPackageName().endsWith(".checks"))
                    .forEach(check -> names.add(check.jsonName()));
            return node;
        }
        for (Object value : raw.getEnumConstants()) names.add(name((Enum<?>) value));
        return node;
    }

    private static String name(Enum<?> value) {
        Method own = Arrays.stream(value.getDeclaringClass().getMethods())
                .filter(m -> m.isAnnotationPresent(JsonValue.class))
                .findFirst()
                .orElse(null);
        try {
            return own == null ? EnumNames.name(value) : (String) own.invoke(value);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }
}
