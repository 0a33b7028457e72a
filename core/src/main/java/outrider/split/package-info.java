/**
 * Training, validation and reserve by a plan; units that stay together, folds, weights and thinning for rare events. Outcomes and
 * units enter, record numbers leave, O(n log n). The reserve's records are handed out only against the opening of its seal.
 *
 * <p>With {@code Table table, byte[] outcome}:
 *
 * <pre>{@code
 * SplitPlan plan = SplitPlan.byShares(List.of(0.5, 0.25, 0.25), 7);
 * Parts parts = Split.of(plan, table, outcome, Units.copies(table));
 * int[] training = parts.training();
 * }</pre>
 */
package outrider.split;
