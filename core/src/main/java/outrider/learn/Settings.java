package outrider.learn;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import outrider.base.BadInput;

/** A value for every setting of a kind, checked. Immutable. */
public final class Settings {
    private final Learner kind;
    private final Map<String, Object> values;

    private Settings(Learner kind, Map<String, Object> values) {
        this.kind = kind;
        this.values = values;
    }

    /**
     * @param given by name; what is left out or null takes its initial value
     * @throws BadInput naming a setting that the kind does not have, that is missing, or that is out of range
     */
    public static Settings of(Learner kind, Map<String, ?> given) {
        for (String name : given.keySet()) {
            if (kind.settings().stream().noneMatch(setting -> setting.name().equals(name))) {
                throw BadInput.of(
                        name,
                        "is no setting of " + kind.words(),
                        "it has: "
                                + String.join(
                                        ", ",
                                        kind.settings().stream()
                                                .map(Setting::name)
                                                .toList()));
            }
        }
        Map<String, Object> values = new LinkedHashMap<>();
        for (Setting setting : kind.settings()) {
            Object value = given.get(setting.name());
            values.put(setting.name(), setting.checked(value == null ? setting.initial() : value));
        }
        return new Settings(kind, values);
    }

    public static Settings initial(Learner kind) {
        return of(kind, Map.of());
    }

    /** The same with one value changed. */
    public Settings with(String name, Object value) {
        Map<String, Object> changed = new LinkedHashMap<>(values);
        changed.put(name, value);
        return of(kind, changed);
    }

    /** Whether the program is to find the number. */
    public boolean asNeeded(String name) {
        return Setting.AS_NEEDED.equals(values.get(name));
    }

    public double number(String name) {
        return ((Number) known(name)).doubleValue();
    }

    public int whole(String name) {
        return ((Number) known(name)).intValue();
    }

    public boolean yes(String name) {
        return (Boolean) known(name);
    }

    public String text(String name) {
        return (String) known(name);
    }

    @SuppressWarnings("unchecked")
    public List<String> texts(String name) {
        return (List<String>) known(name);
    }

    @SuppressWarnings("unchecked")
    public List<Long> candidates(String name) {
        return (List<Long>) known(name);
    }

    private Object known(String name) {
        return Objects.requireNonNull(values.get(name), name);
    }

    /** The columns that settings of type column name, of kinds that read no inputs. */
    public List<String> namedColumns() {
        List<String> names = new ArrayList<>();
        for (Setting setting : kind.settings()) {
            if (setting.type() == Setting.Type.COLUMN) names.add(text(setting.name()));
            if (setting.type() == Setting.Type.COLUMNS) names.addAll(texts(setting.name()));
        }
        return names;
    }

    /** Every setting's value, in order. */
    public Map<String, Object> values() {
        return new LinkedHashMap<>(values);
    }

    /** What differs from the initial values, in words; "as it comes" where nothing does. */
    public String words() {
        List<String> words = new ArrayList<>();
        for (Setting setting : kind.settings()) {
            Object value = values.get(setting.name());
            if (!Objects.equals(value, setting.initial())) words.add(setting.words(value));
        }
        return words.isEmpty() ? (kind.settings().isEmpty() ? "" : "as it comes") : String.join(", ", words);
    }

    /** One setting on which two candidates differ. */
    public record Change(String setting, String before, String after) {}

    /** What is set otherwise than in {@code before}; settings that only one of the kinds has are left out. */
    public List<Change> changesFrom(Settings before) {
        List<Change> changes = new ArrayList<>();
        for (Setting setting : kind.settings()) {
            Object then = before.values.get(setting.name());
            Object now = values.get(setting.name());
            boolean shared = before.values.containsKey(setting.name());
            if (shared && !Objects.equals(then, now)) {
                changes.add(new Change(setting.label(), setting.words(then), setting.words(now)));
            }
        }
        return changes;
    }
}
