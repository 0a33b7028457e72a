/**
 * What leaves the core whole: a comparison of candidates, an evaluation of score columns, a recipe that scores a list.
 *
 * <p>With {@code Comparison.Terms terms, List<Comparison.Candidate> candidates, Workers workers}:
 *
 * <pre>{@code
 * Comparison comparison = Comparison.of(terms, candidates, null, workers);
 * String leader = comparison.candidates().get(comparison.leader()).name();
 * double capture = comparison.at(comparison.leader(), 100).reach().capture();
 * }</pre>
 */
package outrider.exchange;
