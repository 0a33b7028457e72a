/**
 * From columns to numbers that a model can multiply: fitted steps, each able to explain itself, and a {@code Design} that lists what
 * is not 0. Fitting and applying cost O(cells that are not 0). What is fitted saw training records only.
 *
 * <p>With {@code Table table, int[] training}:
 *
 * <pre>{@code
 * Step age = NumberStep.fit(table.column("age"), training);
 * Step tier = CategoryStep.fit(table.column("tier"), training);
 * }</pre>
 */
package outrider.prepare;
