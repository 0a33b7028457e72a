package outrider.casefile;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.databind.BeanDescription;
import com.fasterxml.jackson.databind.DeserializationConfig;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.JsonDeserializer;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.deser.BeanDeserializerModifier;
import com.fasterxml.jackson.databind.deser.std.DelegatingDeserializer;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.BeanPropertyDefinition;
import com.fasterxml.jackson.databind.introspect.NopAnnotationIntrospector;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.databind.util.NameTransformer;
import java.io.IOException;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;

/** Writes and reads {@link Inline} parts among the entries of what holds them, and refuses entries that are none of either. */
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
                Set<String> known = new TreeSet<>();
                boolean parts = names(config, bean.getType(), known);
                return parts ? new Strict(usual, bean.getBeanClass(), known) : usual;
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
                return Inline.class.isAssignableFrom(member.getRawType()) ? NameTransformer.NOP : null;
            }
        });
    }

    /** Adds the names of all entries of a type, those of its parts among them; gives back whether it has parts. */
    private static boolean names(DeserializationConfig config, JavaType type, Set<String> names) {
        boolean parts = false;
        for (BeanPropertyDefinition entry : config.introspect(type).findProperties()) {
            JavaType of = entry.getPrimaryType();
            if (of.isTypeOrSubTypeOf(Inline.class)) {
                parts = true;
                names(config, of, names);
                continue;
            }
            names.add(entry.getName());
            entry.findAliases().forEach(alias -> names.add(alias.getSimpleName()));
        }
        return parts;
    }

    /** Without it an unknown entry beside a part is passed over. */
    private static final class Strict extends DelegatingDeserializer {
        private static final long serialVersionUID = 1;

        private final Class<?> holder;
        private final Set<String> known;

        Strict(JsonDeserializer<?> usual, Class<?> holder, Set<String> known) {
            super(usual);
            this.holder = holder;
            this.known = known;
        }

        @Override
        protected JsonDeserializer<?> newDelegatingInstance(JsonDeserializer<?> other) {
            return new Strict(other, holder, known);
        }

        @Override
        public Object deserialize(JsonParser in, DeserializationContext context) throws IOException {
            if (!context.isEnabled(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)) {
                return super.deserialize(in, context);
            }
            JsonNode tree = context.readTree(in);
            for (String name : (Iterable<String>) tree::fieldNames) {
                if (known.contains(name)) continue;
                Collection<Object> all = List.copyOf(known);
                throw UnrecognizedPropertyException.from(in, holder, name, all);
            }
            try (JsonParser again = tree.traverse(in.getCodec())) {
                again.nextToken();
                return super.deserialize(again, context);
            }
        }
    }
}
