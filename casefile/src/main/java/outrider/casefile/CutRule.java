package outrider.casefile;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * By what a cut was set.
 *
 * @param measure the glossary's name of the measure whose best it is; null for other kinds
 */
public record CutRule(Kind kind, @Nullable String measure) {
    public static final CutRule BY_HAND = new CutRule(Kind.BY_HAND, null);
    public static final CutRule BEST_NET_VALUE = new CutRule(Kind.BEST_NET_VALUE, null);

    /** The rules there are. */
    public enum Kind {
        BY_HAND("set by hand"),
        BEST_NET_VALUE("best net value"),
        BREAK_EVEN("break-even probability"),
        CAPACITY("capacity"),
        CROSS_VALIDATED("cross-validated threshold"),
        FEW_AND_RIGHT("Reach few and be right"),
        NEARLY_ALL("Drop the hopeless, reach nearly all"),
        RESERVE_OPENED("the cut the reserve was opened for"),
        BEST_MEASURE("best");

        private final String words;

        Kind(String words) {
            this.words = words;
        }
    }

    /** @throws BadInput if the kind is missing, or a measure is missing, unknown or too many */
    public CutRule {
        if (kind == null) throw BadInput.of("rule", "says not by what", "give its kind");
        boolean known = Glossary.known().measures().stream()
                .anyMatch(entry -> entry.name().equals(measure));
        if (kind == Kind.BEST_MEASURE != known || kind != Kind.BEST_MEASURE && measure != null) {
            throw BadInput.of("measure", "is " + measure, "name one for BEST_MEASURE, and none for other rules");
        }
    }

    public String words() {
        return measure == null
                ? kind.words
                : kind.words + " " + Glossary.entry(measure).label();
    }
}
