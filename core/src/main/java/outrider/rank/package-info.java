/**
 * The one sorted view of scores and outcomes that every figure is read from. O(n) once by a radix sort, O(1) or O(log n) a read.
 *
 * <p>With {@code double[] score, byte[] outcome}:
 *
 * <pre>{@code
 * Ranking ranking = Ranking.of(score, outcome);
 * double auc = ranking.auc();
 * double eventsAmongTheFirstHundred = ranking.eventsAt(100);
 * }</pre>
 */
package outrider.rank;
