package outrider.learn;

import java.util.List;
import java.util.Map;

/**
 * A kind of candidate (METHODS section 7): what it is called, what can be set of it, how it trains, and what its models are. One
 * object a kind, found by its line in {@code META-INF/services/outrider.learn.Learner}; nothing else knows the kinds by name.
 * Without state, thus thread safe.
 */
public interface Learner {
    /** What a kind stands for. */
    enum Role {
        /** Learns from chosen input columns. */
        FITTED,
        /** Is made of candidates fitted before it. */
        BLEND,
        /** What a candidate has to beat. */
        REFERENCE,
        /** Scored elsewhere. */
        SUPPLIED
    }

    /** As documents and records have it; never changed once used. */
    String name();

    /** As people read it, in the midst of a sentence. */
    String words();

    Role role();

    /** All that can be set, what matters most first. */
    List<Setting> settings();

    /** How long it takes, against other kinds: those with less go first. */
    int cost();

    /** Whether a model of it is learnt from outcomes, so that training needs scores out of fold. */
    default boolean learns() {
        return takesInputs();
    }

    /** Whether it needs nothing but the inputs, so that it is fitted when all kinds are. */
    default boolean asItComes() {
        return takesInputs();
    }

    /** What a search turns, and how far. Empty for a kind that has nothing to turn. */
    default List<Dial> dials(int inputs) {
        return List.of();
    }

    /** Settings that a search drew, made to agree with each other. */
    default Map<String, Object> agreed(Map<String, Object> drawn) {
        return drawn;
    }

    /**
     * A model of all the records of {@code training}.
     *
     * @throws outrider.base.BadInput if the data will not do
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    Model train(Training training);

    /** The candidate in full: model, out-of-fold scores, calibration. */
    default Fitted fit(FitTask task) {
        return task.plain();
    }

    /** The settings with what the model found by itself, so that folds need not find their own. */
    default Settings settled(Settings settings, Model model) {
        return settings;
    }

    /** The models that {@link #train} gives, by their names in documents. */
    Map<String, Class<? extends Model>> models();

    default boolean takesInputs() {
        return role() == Role.FITTED;
    }

    default boolean reference() {
        return role() == Role.REFERENCE;
    }

    default boolean blends() {
        return role() == Role.BLEND;
    }

    /** Whether a fit of it takes so long that short work should pass it. */
    default boolean heavy() {
        return cost() > Costs.TREE;
    }

    /** As a candidate is called that nobody named. */
    default String title() {
        String plain = words().replace("reference: ", "");
        return Character.toUpperCase(plain.charAt(0)) + plain.substring(1);
    }
}
