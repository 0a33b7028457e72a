package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * What a policy may demand of a report before it is approved. One class a check, found by its line in
 * {@code META-INF/services/outrider.casefile.Check}; nothing else knows the checks by name. Without state, thus thread safe.
 */
public abstract class Check implements Comparable<Check> {
    private static final List<Check> ALL = ServiceLoader.load(Check.class, Check.class.getClassLoader()).stream()
            .map(ServiceLoader.Provider::get)
            .toList();

    private final String name;
    private final String title;
    private final String demand;
    private final List<Limit> limits;

    /** A number that a policy gives a check, and what it is where nobody says otherwise. */
    public record Limit(String name, double value) {}

    /**
     * @param name as policies, evidence and records have it
     * @param demand what it asks for, a sentence with its limits by name in braces
     * @param limits numbers that a policy gives it
     */
    protected Check(String name, String title, String demand, Limit... limits) {
        this.name = name;
        this.title = title;
        this.demand = demand;
        this.limits = List.of(limits);
    }

    /** @param words what was found, against what was demanded; {@code at} where the evidence stands */
    public record Finding(boolean passes, String words, Paragraph at) {}

    protected abstract Finding of(CheckedReport report);

    /** What policies called it once; null for nothing else. */
    public @Nullable String nameBefore() {
        return null;
    }

    /** What policies called its limits once, with their names now. */
    public Map<String, String> limitsBefore() {
        return Map.of();
    }

    /** Whether the policy that comes with the program demands it. */
    public boolean shipped() {
        return true;
    }

    public static List<Check> all() {
        return ALL;
    }

    @JsonValue
    public final String jsonName() {
        return name;
    }

    public final String title() {
        return title;
    }

    /** What it asks for: a sentence with its limits by name in braces. */
    public final String demand() {
        return demand;
    }

    public final List<Limit> limits() {
        return limits;
    }

    /** @throws BadInput if there is none of that name */
    @JsonCreator
    public static Check named(String name) {
        for (Check check : ALL) if (check.name.equals(name) || name.equals(check.nameBefore())) return check;
        String known = ALL.stream().map(Check::jsonName).collect(Collectors.joining(", "));
        throw BadInput.of("checks", "name \"" + name + "\", which is none", "name some of: " + known);
    }

    /** In the order in which they are shown. */
    @Override
    public final int compareTo(Check other) {
        return Integer.compare(ALL.indexOf(this), ALL.indexOf(other));
    }

    @Override
    public final boolean equals(Object other) {
        return this == other;
    }

    @Override
    public final int hashCode() {
        return name.hashCode();
    }

    @Override
    public final String toString() {
        return name;
    }
}
