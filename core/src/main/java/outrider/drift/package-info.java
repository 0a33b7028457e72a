/**
 * How columns and the outcome move between parts and over time, before anything is fitted (METHODS sections 6 and 10).
 *
 * <p>With {@code List<Column> inputs, Parts parts, int[] units, int[] open, DateColumn claimedOn, Workers workers}:
 *
 * <pre>{@code
 * List<Mover> movers = Mover.of(inputs, parts.training(), parts.validation(), units, workers);
 * Periods months = Periods.of(inputs.get(0), claimedOn, open);
 * }</pre>
 */
@NullMarked
package outrider.drift;

import org.jspecify.annotations.NullMarked;
