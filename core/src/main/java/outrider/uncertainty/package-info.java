/**
 * How far figures can be believed: errors of the AUC by unit, resamples of all candidates at one cut, verdicts and their adjustment
 * (METHODS section 4). O(replicates times units) a cut.
 *
 * <p>With {@code double[] first, double[] second, byte[] outcome}:
 *
 * <pre>{@code
 * AucUncertainty leader = AucUncertainty.of(first, outcome);
 * AucUncertainty.Interval interval = leader.interval();
 * AucUncertainty.Difference ahead = leader.minus(AucUncertainty.of(second, outcome));
 * }</pre>
 */
package outrider.uncertainty;
