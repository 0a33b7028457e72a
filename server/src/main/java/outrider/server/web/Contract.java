package outrider.server.web;

import static java.util.Objects.requireNonNull;

import com.fasterxml.jackson.annotation.JsonInclude;
import io.quarkus.smallrye.openapi.OpenApiFilter;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.eclipse.microprofile.openapi.OASFactory;
import org.eclipse.microprofile.openapi.OASFilter;
import org.eclipse.microprofile.openapi.models.OpenAPI;
import org.eclipse.microprofile.openapi.models.Operation;
import org.eclipse.microprofile.openapi.models.PathItem;
import org.eclipse.microprofile.openapi.models.media.Content;
import org.eclipse.microprofile.openapi.models.media.Schema;
import org.eclipse.microprofile.openapi.models.media.Schema.SchemaType;
import org.jboss.jandex.ClassInfo;
import org.jboss.jandex.DotName;
import org.jboss.jandex.IndexView;
import org.jboss.jandex.RecordComponentInfo;
import org.jboss.jandex.Type;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;

/**
 * Says in the OpenAPI document what the records say in Java: every component is there, and only what is {@link Nullable} may be
 * null. What somebody sends may leave out what may be null. Their docstrings are its descriptions.
 */
@OpenApiFilter(OpenApiFilter.RunStage.BUILD)
public class Contract implements OASFilter {
    private static final DotName NULLABLE = DotName.createSimple(Nullable.class);
    private static final DotName LEFT_OUT = DotName.createSimple(JsonInclude.class);
    private static final DotName INLINE = DotName.createSimple(Inline.class);
    private static final String REFERENCE = "#/components/schemas/";

    private final Map<String, List<ClassInfo>> records;
    private final Set<DotName> inline;

    public Contract(IndexView index) {
        records = index.getKnownClasses().stream()
                .filter(ClassInfo::isRecord)
                .collect(Collectors.groupingBy(c -> plain(c.simpleName())));
        inline = index.getKnownClasses().stream()
                .filter(c -> c.interfaceNames().contains(INLINE))
                .map(ClassInfo::name)
                .collect(Collectors.toSet());
    }

    /** SmallRye numbers schemas of the same simple name. */
    private static String plain(String schema) {
        return schema.replaceAll("\\d+$", "");
    }

    @Override
    public void filterOpenAPI(OpenAPI api) {
        Map<String, Schema> schemas = api.getComponents().getSchemas();
        Set<String> sent = sent(api, schemas);
        Set<String> answered = answered(api, schemas);
        Map<String, Map<String, String>> parts = parts(schemas);
        schemas.forEach((name, schema) -> {
            if (schema.getProperties() == null) return;
            ClassInfo record = record(name, schema);
            if (record == null) return;
            say(schema, record, sent.contains(name) && !answered.contains(name));
            Docstrings.of(record.name().toString()).describe(schema);
        });
        parts.forEach((name, own) -> own.forEach((component, part) ->
                putIn(requireNonNull(schemas.get(name)), component, requireNonNull(schemas.get(part)))));
        Map<String, Schema> whole = new LinkedHashMap<>(schemas);
        parts.values().forEach(own -> whole.keySet().removeAll(own.values()));
        api.getComponents().setSchemas(whole);
    }

    /** Of each schema that has {@link Inline} parts, their components and schemas; a part has none itself. */
    private Map<String, Map<String, String>> parts(Map<String, Schema> schemas) {
        Map<String, Map<String, String>> parts = new LinkedHashMap<>();
        schemas.forEach((name, schema) -> {
            if (schema.getProperties() == null) return;
            ClassInfo record = record(name, schema);
            if (record == null) return;
            for (RecordComponentInfo component : record.recordComponents()) {
                if (!inline.contains(component.type().name())) continue;
                String ref = requireNonNull(schema.getProperties().get(component.name()))
                        .getRef();
                parts.computeIfAbsent(name, n -> new LinkedHashMap<>())
                        .put(component.name(), ref.substring(REFERENCE.length()));
            }
        });
        return parts;
    }

    /** Puts a part's entries where the part was. */
    private static void putIn(Schema holder, String component, Schema part) {
        Map<String, Schema> properties = new LinkedHashMap<>();
        holder.getProperties().forEach((name, schema) -> {
            if (name.equals(component)) properties.putAll(part.getProperties());
            else properties.put(name, schema);
        });
        List<String> required = new ArrayList<>();
        for (String name : holder.getRequired()) {
            if (!name.equals(component)) required.add(name);
            else if (part.getRequired() != null) required.addAll(part.getRequired());
        }
        holder.setProperties(properties);
        holder.setRequired(required);
    }

    private @Nullable ClassInfo record(String name, Schema schema) {
        Set<String> properties = schema.getProperties().keySet();
        return records.getOrDefault(plain(name), List.of()).stream()
                .filter(found -> found.recordComponents().stream()
                        .map(RecordComponentInfo::name)
                        .collect(Collectors.toSet())
                        .equals(properties))
                .findFirst()
                .orElse(null);
    }

    private static void say(Schema schema, ClassInfo record, boolean onlySent) {
        Map<String, Schema> properties = new LinkedHashMap<>(schema.getProperties());
        List<String> required = new ArrayList<>();
        for (RecordComponentInfo component : record.recordComponents()) {
            boolean nullable = component.type().hasAnnotation(NULLABLE);
            properties.computeIfPresent(component.name(), (name, known) -> said(known, component.type()));
            boolean leftOut = record.field(component.name()).hasAnnotation(LEFT_OUT);
            if (!leftOut && (!nullable || !onlySent)) required.add(component.name());
        }
        schema.setProperties(properties);
        schema.setRequired(required);
    }

    private static Schema said(Schema schema, Type type) {
        if (type.kind() == Type.Kind.PARAMETERIZED_TYPE && schema.getItems() != null) {
            schema.setItems(said(
                    schema.getItems(), type.asParameterizedType().arguments().get(0)));
        }
        if (type.kind() == Type.Kind.ARRAY && schema.getItems() != null) {
            schema.setItems(said(schema.getItems(), type.asArrayType().componentType()));
        }
        return type.hasAnnotation(NULLABLE) ? orNull(schema) : schema;
    }

    private static Schema orNull(Schema schema) {
        Schema none = OASFactory.createSchema().addType(SchemaType.NULL);
        if (schema.getRef() != null)
            return OASFactory.createSchema().addAnyOf(schema).addAnyOf(none);
        return schema.getType() == null ? schema : schema.addType(SchemaType.NULL);
    }

    private static Set<String> sent(OpenAPI api, Map<String, Schema> schemas) {
        Set<String> names = new HashSet<>();
        for (Operation operation : operations(api)) {
            if (operation.getRequestBody() != null)
                reach(operation.getRequestBody().getContent(), schemas, names);
        }
        return names;
    }

    private static Set<String> answered(OpenAPI api, Map<String, Schema> schemas) {
        Set<String> names = new HashSet<>();
        for (Operation operation : operations(api)) {
            operation.getResponses().getAPIResponses().values().forEach(r -> reach(r.getContent(), schemas, names));
        }
        return names;
    }

    private static List<Operation> operations(OpenAPI api) {
        return api.getPaths().getPathItems().values().stream()
                .map(PathItem::getOperations)
                .flatMap(found -> found.values().stream())
                .toList();
    }

    /** Adds the names of all schemas that content is made of. */
    private static void reach(@Nullable Content content, Map<String, Schema> schemas, Set<String> names) {
        if (content == null) return;
        Deque<Schema> open = new ArrayDeque<>();
        content.getMediaTypes().values().forEach(media -> push(open, media.getSchema()));
        while (!open.isEmpty()) {
            Schema schema = open.pop();
            String ref = schema.getRef();
            if (ref != null && ref.startsWith(REFERENCE)) {
                String name = ref.substring(REFERENCE.length());
                if (names.add(name)) push(open, schemas.get(name));
            }
            push(open, schema.getItems());
            push(open, schema.getAdditionalPropertiesSchema());
            for (List<Schema> some : java.util.Arrays.asList(schema.getOneOf(), schema.getAnyOf())) {
                if (some != null) some.forEach(s -> push(open, s));
            }
            if (schema.getProperties() != null) schema.getProperties().values().forEach(s -> push(open, s));
        }
    }

    private static void push(Deque<Schema> open, @Nullable Schema schema) {
        if (schema != null) open.push(schema);
    }
}
