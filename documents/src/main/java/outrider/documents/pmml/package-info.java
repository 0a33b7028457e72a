/**
 * A released recipe in PMML 4.4.1, and a reader that scores by such documents. O(size of the model).
 *
 * <p>With {@code ReleasedRecipe recipe, OutputStream out}:
 *
 * <pre>{@code
 * PmmlForm.write(recipe, out);
 * }</pre>
 */
package outrider.documents.pmml;
