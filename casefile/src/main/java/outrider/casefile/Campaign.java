package outrider.casefile;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.exchange.Comparison;
import outrider.exchange.DecidingMeasure;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;

/**
 * What a cut is chosen for.
 *
 * @param size records that the decision is about
 * @param capacity how many of them can be acted on, 0 to {@code size}; null for any number
 * @param plannedRate event rate expected in it, above 0 and below 1; null where it is that of the data
 * @param deciding what candidates are ordered by; null for what decides where nobody chose (METHODS section 2)
 */
public record Campaign(
        double size,
        @Nullable Double capacity,
        @Nullable Double plannedRate,
        @Nullable DecidingMeasure deciding) {
    /** @throws BadInput naming the entry that will not do */
    public Campaign {
        if (!(size >= 1)) throw BadInput.of("campaignSize", "is " + size, "give 1 or more");
        if (capacity != null && !(capacity >= 0 && capacity <= size)) {
            throw BadInput.of("capacity", "is " + capacity, "give 0 to the size of the campaign, or leave it out");
        }
        if (plannedRate != null && !(plannedRate > 0 && plannedRate < 1)) {
            throw BadInput.of(
                    "plannedRate", "is " + plannedRate, "give a share above 0 and below 1 (100 %), or leave it out");
        }
    }

    public Campaign ofSize(double other) {
        return new Campaign(other, capacity, plannedRate, deciding);
    }

    /** NaN where none is set. */
    public double plannedRateOrNone() {
        return plannedRate == null ? Double.NaN : plannedRate;
    }

    /** As a share of the campaign; null for none. */
    public @Nullable Capacity capacityShare() {
        return capacity == null ? null : new Capacity(capacity / size, true);
    }

    /** What candidates are compared by. */
    public Comparison.Terms terms(Stakes stakes, long seed) {
        return new Comparison.Terms(stakes, plannedRateOrNone(), capacityShare(), deciding, seed);
    }
}
