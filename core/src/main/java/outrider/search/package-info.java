/**
 * What to try next, by out-of-fold scores on training alone, and which trial is the simplest that is good enough. One trial costs a
 * fit a fold.
 *
 * <p>With {@code Search.Plan plan, int inputs, List<Search.Trial> done}:
 *
 * <pre>{@code
 * Search.Trial next = Search.next(plan, inputs, done);
 * Search.Trial simplest = Search.simplest(done);
 * }</pre>
 */
package outrider.search;
