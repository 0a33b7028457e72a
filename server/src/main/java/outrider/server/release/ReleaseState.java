package outrider.server.release;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How a release stands.
 *
 * @param words a sentence
 */
record ReleaseState(Kind kind, String words) {
    /** The closed family of states. */
    enum Kind {
        IN_SERVICE,
        PAUSED,
        SUPERSEDED,
        ENDED,
        /** What it was signed by does not stand any more. */
        LAPSED
    }

    /**
     * @param acts oldest first
     * @param newer a later version; null for none
     * @param lapse why its report does not stand; null where it does
     */
    static ReleaseState of(Release release, List<ReleaseAct> acts, @Nullable Release newer, @Nullable String lapse) {
        ReleaseAct last = acts.isEmpty() ? null : acts.get(acts.size() - 1);
        if (last != null && last.act == ReleaseAct.Kind.ENDED) return said(Kind.ENDED, "Ended", last);
        if (newer != null) return new ReleaseState(Kind.SUPERSEDED, "Superseded by version " + newer.version + ".");
        if (lapse != null) return new ReleaseState(Kind.LAPSED, "Its report does not stand: " + lapse);
        if (last != null && last.act == ReleaseAct.Kind.PAUSED) return said(Kind.PAUSED, "Paused", last);
        return new ReleaseState(
                Kind.IN_SERVICE, "Decides since " + release.madeAt.toString().substring(0, 10) + ".");
    }

    private static ReleaseState said(Kind kind, String word, ReleaseAct act) {
        return new ReleaseState(kind, word + " by " + act.byName + (act.words.isEmpty() ? "." : ": " + act.words));
    }
}
