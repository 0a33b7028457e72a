/**
 * Money along a ranking: best cuts, break-even, sensitivity, inverse questions, cross-validated thresholds (METHODS section 5).
 * O(groups) a question.
 *
 * <p>With {@code Ranking ranking, Stakes stakes}:
 *
 * <pre>{@code
 * NetValue money = new NetValue(ranking, stakes, ranking.baseRate());
 * NetValue.Cut best = money.best(Capacity.parse("8%"));
 * double gain = best.gainOverNobody();
 * }</pre>
 */
package outrider.stakes;
