package outrider.learn;

import java.util.List;

/** What every kind says of itself, in one line each. */
public abstract class NamedLearner implements Learner {
    private final String name;
    private final String words;
    private final Role role;
    private final int cost;
    private final List<Setting> settings;

    /** @param settings what matters most first */
    protected NamedLearner(String name, String words, Role role, int cost, List<Setting> settings) {
        this.name = name;
        this.words = words;
        this.role = role;
        this.cost = cost;
        this.settings = settings;
    }

    @Override
    public final String name() {
        return name;
    }

    @Override
    public final String words() {
        return words;
    }

    @Override
    public final Role role() {
        return role;
    }

    @Override
    public final int cost() {
        return cost;
    }

    @Override
    public final List<Setting> settings() {
        return settings;
    }
}
