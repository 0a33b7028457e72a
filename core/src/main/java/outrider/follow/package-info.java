/**
 * Whether what was signed still holds (METHODS section 10). In come a batch's scores, inputs and outcomes beside those that were signed, out go
 * stability, figures with their differences, and what a sequence of batches tells. O(n log n) a batch.
 *
 * <p>With {@code SignedFigures signed, Table batch, Judged judged}:
 *
 * <pre>{@code
 * BatchFigures figures = BatchFigures.of(signed, batch, judged);
 * String whatToDo = Advice.of(List.of(figures), List.of()).words();
 * }</pre>
 */
package outrider.follow;
