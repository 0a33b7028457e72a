/**
 * Why a record scored as it did, and what a model goes by: contributions, importance, dependence, what would change it, who is like it.
 *
 * <p>With {@code Model model, Table table, int[] rows}:
 *
 * <pre>{@code
 * List<SmallestChange> over = SmallestChange.of(model, table, rows[0], rows, 0.2);
 * }</pre>
 */
package outrider.explain;
