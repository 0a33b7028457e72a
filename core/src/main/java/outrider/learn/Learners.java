package outrider.learn;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import outrider.base.BadInput;

/** Every kind of candidate there is, in the order in which they are offered. Found once, by {@link ServiceLoader}. */
public final class Learners {
    private static final Map<String, Learner> BY_NAME = found();

    private Learners() {}

    private static Map<String, Learner> found() {
        Map<String, Learner> found = new LinkedHashMap<>();
        ClassLoader around = Thread.currentThread().getContextClassLoader();
        for (ClassLoader from : new ClassLoader[] {Learner.class.getClassLoader(), around}) {
            for (Learner learner : ServiceLoader.load(Learner.class, from)) {
                Learner other = found.putIfAbsent(learner.name(), learner);
                if (other != null
                        && !other.getClass().getName().equals(learner.getClass().getName())) {
                    throw new IllegalStateException("two kinds are called " + learner.name());
                }
            }
        }
        return found;
    }

    public static List<Learner> all() {
        return List.copyOf(BY_NAME.values());
    }

    /** @throws BadInput if there is no kind of that name */
    public static Learner named(String name) {
        Learner learner = name == null ? null : BY_NAME.get(name);
        if (learner != null) return learner;
        throw BadInput.of(
                "kind",
                name == null ? "is missing" : "is \"" + name + "\"",
                "choose one of: " + String.join(", ", BY_NAME.keySet()));
    }

    /** Those that learn from input columns. */
    public static List<Learner> fitted() {
        return all().stream().filter(Learner::takesInputs).toList();
    }

    /** Those that need nothing but the inputs, references first, then the fastest to fit first. */
    public static List<Learner> asTheyCome() {
        return all().stream()
                .filter(Learner::asItComes)
                .sorted(Comparator.comparing((Learner l) -> !l.reference()).thenComparingInt(Learner::cost))
                .toList();
    }

    /** The classes of all models, by their names in documents. */
    public static Map<String, Class<? extends Model>> models() {
        Map<String, Class<? extends Model>> models = new LinkedHashMap<>();
        models.put("calibrated", CalibratedModel.class);
        models.put("rebalanced", RebalancedModel.class);
        for (Learner learner : new ArrayList<>(BY_NAME.values())) models.putAll(learner.models());
        return models;
    }
}
