/**
 * Whole-ranking figures, bands, the four cells and the measures at a threshold, probability quality (METHODS sections 1 to 3). A
 * ranking enters, numbers leave, NaN where undefined; O(groups).
 *
 * <p>With {@code double[] score, byte[] outcome}:
 *
 * <pre>{@code
 * ProbabilityQuality quality = ProbabilityQuality.of(score, outcome, null, 10);
 * Double slope = quality.line().slope();
 * boolean fair = quality.error().ece() <= 2 * quality.perfect();
 * }</pre>
 */
package outrider.measure;
