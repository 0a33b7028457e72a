package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.databind.BeanDescription;
import com.fasterxml.jackson.databind.DeserializationConfig;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.deser.BeanDeserializerModifier;
import com.fasterxml.jackson.databind.deser.std.StdDeserializer;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.NopAnnotationIntrospector;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.util.ClassUtil;
import com.fasterxml.jackson.databind.util.NameTransformer;
import java.io.IOException;
import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;

/**
 * Writes and reads {@link Inline} parts among the entries of what holds them, and refuses entries that are none of either. Each entry is
 * read where it stands, so that a text keeps its letters ("no" in YAML, "1.10").
 */
public final class InlineParts extends SimpleModule {
    private static final long serialVersionUID = 1;

    /** Also made by name, as a service, for whoever looks for modules. */
    public InlineParts() {
        super("inline parts");
        setDeserializerModifier(new BeanDeserializerModifier() {
            private static final long serialVersionUID = 1;

            @Override
            public JsonDeserializer<?> modifyDeserializer(
                    DeserializationConfig config, BeanDescription bean, JsonDeserializer<?> usual) {
                Class<?> type = bean.getBeanClass();
                return type.isRecord() && hasParts(type) ? new Holder(type) : usual;
            }
        });
    }

    @Override
    public void setupModule(SetupContext context) {
        super.setupModule(context);
        context.insertAnnotationIntrospector(new NopAnnotationIntrospector() {
            private static final long serialVersionUID = 1;

            @Override
            public @Nullable NameTransformer findUnwrappingNameTransformer(AnnotatedMember member) {
                return isPart(member.getRawType()) ? NameTransformer.NOP : null;
            }
        });
    }

    private static boolean isPart(Class<?> type) {
        return Inline.class.isAssignableFrom(type);
    }

    private static boolean hasParts(Class<?> type) {
        return Arrays.stream(type.getRecordComponents()).anyMatch(c -> isPart(c.getType()));
    }

    /** A record as it is made: the value of each component, or the part that stands there. */
    private static final class Plan {
        private final Class<?> type;
        private final RecordComponent[] components;
        private final @Nullable Plan[] parts;
        private final Constructor<?> constructor;

        Plan(Class<?> type) {
            this.type = type;
            components = type.getRecordComponents();
            parts = Arrays.stream(components)
                    .map(c -> isPart(c.getType()) ? new Plan(c.getType()) : null)
                    .toArray(Plan[]::new);
            try {
                constructor = type.getDeclaredConstructor(
                        Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new));
                constructor.setAccessible(true);
            } catch (NoSuchMethodException e) {
                throw new IllegalStateException(e);
            }
        }

        /** Adds entries by their names, those of parts among them, and by the names that they had before. */
        void name(Map<String, RecordComponent> entries) {
            for (int i = 0; i < components.length; i++) {
                Plan part = parts[i];
                if (part != null) {
                    part.name(entries);
                    continue;
                }
                entries.put(components[i].getName(), components[i]);
                JsonAlias before = components[i].getAccessor().getAnnotation(JsonAlias.class);
                if (before != null) for (String name : before.value()) entries.put(name, components[i]);
            }
        }

        @Nullable
        Object made(Map<RecordComponent, @Nullable Object> read, DeserializationContext context) throws IOException {
            @Nullable Object[] values = new Object[components.length];
            for (int i = 0; i < values.length; i++) {
                Plan part = parts[i];
                values[i] = part == null ? read.get(components[i]) : part.made(read, context);
                Class<?> wanted = components[i].getType();
                if (values[i] == null && wanted.isPrimitive()) values[i] = ClassUtil.defaultValue(wanted);
            }
            try {
                return constructor.newInstance(values);
            } catch (InvocationTargetException e) {
                return context.handleInstantiationProblem(type, null, e.getCause());
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
    }

    /** Reads a record that has parts. */
    private static final class Holder extends StdDeserializer<Object> {
        private static final long serialVersionUID = 1;

        private final transient Plan plan;
        private final transient Map<String, RecordComponent> entries = new TreeMap<>();

        Holder(Class<?> type) {
            super(type);
            plan = new Plan(type);
            plan.name(entries);
        }

        @Override
        public @Nullable Object deserialize(JsonParser in, DeserializationContext context) throws IOException {
            if (in.isExpectedStartObjectToken()) in.nextToken();
            else if (!in.hasToken(JsonToken.FIELD_NAME)) return context.handleUnexpectedToken(handledType(), in);
            Map<RecordComponent, @Nullable Object> read = new HashMap<>();
            for (; in.hasToken(JsonToken.FIELD_NAME); in.nextToken()) {
                String name = in.currentName();
                RecordComponent entry = entries.get(name);
                if (entry == null && context.isEnabled(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)) {
                    throw UnrecognizedPropertyException.from(in, handledType(), name, List.copyOf(entries.keySet()));
                }
                in.nextToken();
                if (entry == null) in.skipChildren();
                else read.put(entry, value(in, context, entry, name));
            }
            return plan.made(read, context);
        }

        private @Nullable Object value(
                JsonParser in, DeserializationContext context, RecordComponent entry, String name) throws IOException {
            try {
                JavaType wanted = context.constructType(entry.getGenericType());
                JsonDeserializer<Object> reader = context.findRootValueDeserializer(wanted);
                return in.hasToken(JsonToken.VALUE_NULL)
                        ? reader.getNullValue(context)
                        : reader.deserialize(in, context);
            } catch (IOException | RuntimeException e) {
                throw JsonMappingException.wrapWithPath(e, handledType(), name);
            }
        }
    }
}
