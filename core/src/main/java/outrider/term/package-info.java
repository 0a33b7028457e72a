/**
 * How a score follows from one record's columns, as plain arithmetic that other languages can write down. In comes what a model learnt,
 * out go trees of terms; O(what was learnt).
 *
 * <p>With {@code Term score}:
 *
 * <pre>{@code
 * Term probability = Terms.logistic(Terms.sum(Terms.constant(-2), score));
 * }</pre>
 */
package outrider.term;
