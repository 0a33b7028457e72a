package outrider.server.work;

import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.function.ToLongFunction;
import outrider.table.Table;

/**
 * What the server keeps in memory because it was used last, each kind up to its share of the memory there is. What is forgotten is
 * computed anew, to the same bits.
 */
public enum Caches {
    /** Tables as they were brought. */
    TABLES(0.16),
    /** Tables read anew as a brief says. */
    READ_TABLES(0.10),
    OUTCOMES(0.01),
    COPIES(0.01),
    MODELS(0.05),
    /** Candidates' scores of training and validation as they are kept. */
    SCORES(0.05),
    /** Recipes of releases, and what is worked out of them for the endpoint. */
    RELEASED(0.05),
    /** Candidates' scores, ranked. */
    RANKED(0.12),
    COMPARISONS(0.08),
    /** Figures of one candidate on each part. */
    CANDIDATES(0.01),
    /** Comparisons at one cut. */
    CUTS(0.03),
    /** Curves as they are sent. */
    CURVES(0.02),
    /** Bounds along the depths. */
    BANDS(0.03),
    /** Columns of validation or training in named groups. */
    GROUPS(0.04),
    /** Weak spots and columns that would add. */
    FINDINGS(0.005),
    /** How columns move between parts. */
    DRIFT(0.005),
    /** Figures of reports. */
    FIGURES(0.02),
    /** Signatures of the trail that were found to fit. */
    SIGNED(0.01),
    /** Pages as they were printed. */
    PRINTED(0.02),
    /** Which release of a brief decides. */
    DECIDING(0.002);

    private static final int KILOBYTE = 1024;

    private final double share;

    Caches(double share) {
        this.share = share;
    }

    /**
     * A cache of this kind. What is larger than all of its share stays as the only one, for as long as nothing else comes.
     *
     * @param bytes about how many a value takes
     */
    public <K, V> Kept<K, V> make(ToLongFunction<V> bytes) {
        long most =
                Math.min(Integer.MAX_VALUE, (long) (share * Runtime.getRuntime().maxMemory() / KILOBYTE));
        return new Kept<>(Caffeine.newBuilder()
                .maximumWeight(most)
                .weigher((K key, V value) -> (int) Math.min(most, 1 + bytes.applyAsLong(value) / KILOBYTE))
                .buildAsync());
    }

    /** About how many bytes a table takes: a number or a code a cell, and what is remembered of how it was written. */
    public static long bytes(Table table) {
        return 9L * table.size() * table.columns().size();
    }
}
