/**
 * A released recipe as one SELECT. O(size of the model).
 *
 * <p>With {@code ReleasedRecipe recipe}:
 *
 * <pre>{@code
 * String select = SqlForm.of(recipe, SqlForm.TABLE, outrider.documents.sql.Dialect.POSTGRESQL);
 * }</pre>
 */
package outrider.documents.sql;
