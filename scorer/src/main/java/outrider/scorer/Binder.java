package outrider.scorer;

import static java.util.Objects.requireNonNull;

import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.learn.calibrate.Calibration;
import outrider.learn.calibrate.IsotonicMap;
import outrider.learn.calibrate.LogisticMap;
import outrider.prepare.CategoryStep;
import outrider.prepare.CurveStep;
import outrider.prepare.NumberStep;
import outrider.prepare.OrderStep;
import outrider.prepare.RateStep;
import outrider.prepare.Step;

/** Makes records of what {@link Json} read, by the names and types of their components. */
final class Binder {
    /** By a family of records, the field that tells which, and what it may say. */
    private static final Map<Class<?>, Map.Entry<String, Map<String, Class<?>>>> FAMILIES = Map.of(
            Model.class, Map.entry("kind", Map.copyOf(Learners.models())),
            Step.class,
                    Map.entry(
                            "step",
                            Map.of(
                                    "number", NumberStep.class,
                                    "curve", CurveStep.class,
                                    "category", CategoryStep.class,
                                    "order", OrderStep.class,
                                    "eventRate", RateStep.class)),
            Calibration.class, Map.entry("map", Map.of("isotonic", IsotonicMap.class, "logistic", LogisticMap.class)));

    private Binder() {}

    /** @throws BadInput if it cannot be made */
    static <T> T bind(@Nullable Object json, Class<T> type) {
        try {
            return type.cast(requireNonNull(made(json, type)));
        } catch (ClassCastException | IllegalArgumentException | NullPointerException e) {
            throw damaged("holds a value of another kind than is wanted: " + e.getMessage());
        }
    }

    private static @Nullable Object made(@Nullable Object json, Type type) {
        if (type instanceof ParameterizedType generic) {
            if (json == null) return null;
            Type inner = generic.getActualTypeArguments()[generic.getActualTypeArguments().length - 1];
            if (generic.getRawType() == List.class) {
                List<@Nullable Object> list = new ArrayList<>();
                for (Object item : (List<?>) json) list.add(made(item, inner));
                return list;
            }
            Map<String, @Nullable Object> map = new LinkedHashMap<>();
            ((Map<?, ?>) json).forEach((name, value) -> map.put((String) name, made(value, inner)));
            return map;
        }
        if (type instanceof GenericArrayType) throw damaged("holds arrays of lists");
        return plain(json, (Class<?>) type);
    }

    private static @Nullable Object plain(@Nullable Object json, Class<?> type) {
        if (type == boolean.class) return json != null && (Boolean) json;
        if (type.isPrimitive()) return number(json == null ? "0" : digits(json), type);
        if (json == null) return null;
        if (type == Double.class) return number(digits(json), double.class);
        if (type == Integer.class) return number(digits(json), int.class);
        if (type == Boolean.class || type == String.class) return json;
        if (type.isEnum()) return constant(type, (String) json);
        if (type == byte[].class) return Base64.getDecoder().decode((String) json);
        if (type.isArray()) {
            List<?> items = (List<?>) json;
            Object array = Array.newInstance(type.getComponentType(), items.size());
            for (int i = 0; i < items.size(); i++) Array.set(array, i, plain(items.get(i), type.getComponentType()));
            return array;
        }
        return object((Map<?, ?>) json, type);
    }

    private static Object constant(Class<?> type, String name) {
        return Arrays.stream(type.getEnumConstants())
                .filter(constant -> constant.toString().equals(name))
                .findFirst()
                .orElseThrow(() -> damaged("holds " + name));
    }

    private static String digits(Object json) {
        return json instanceof Json.Digits digits ? digits.text() : (String) json;
    }

    private static Object number(String text, Class<?> type) {
        if (type == double.class) return Double.valueOf(text);
        if (type == float.class) return Float.valueOf(text);
        if (type == long.class) return Long.valueOf(text);
        if (type == int.class) return Integer.valueOf(text);
        if (type == byte.class) return Byte.valueOf(text);
        throw damaged("holds a number where " + type + " is wanted");
    }

    private static Object object(Map<?, ?> fields, Class<?> type) {
        Map.Entry<String, Map<String, Class<?>>> family = FAMILIES.get(type);
        if (family != null) {
            Class<?> own = family.getValue().get(String.valueOf(fields.get(family.getKey())));
            if (own != null) return object(fields, own);
            throw BadInput.of(
                    "recipe",
                    "holds the " + family.getKey() + " " + fields.get(family.getKey()) + ", unknown here",
                    "take the scorer of a later version");
        }
        if (!type.isRecord()) throw damaged("holds a " + type.getSimpleName());
        RecordComponent[] components = type.getRecordComponents();
        Object[] values = new Object[components.length];
        Class<?>[] types = new Class<?>[components.length];
        for (int i = 0; i < values.length; i++) {
            types[i] = components[i].getType();
            values[i] = Inline.class.isAssignableFrom(types[i])
                    ? object(fields, types[i])
                    : made(fields.get(components[i].getName()), components[i].getGenericType());
        }
        try {
            Constructor<?> constructor = type.getDeclaredConstructor(types);
            constructor.setAccessible(true);
            return constructor.newInstance(values);
        } catch (InvocationTargetException e) {
            if (e.getCause() instanceof BadInput refused) throw refused;
            throw damaged(String.valueOf(e.getCause()));
        } catch (ReflectiveOperationException e) {
            throw damaged(String.valueOf(e.getMessage()));
        }
    }

    private static BadInput damaged(String how) {
        return BadInput.of("recipe", how, "download it again");
    }
}
