/**
 * Where a candidate fails at the cut (METHODS section 8): what the records of a cell have in common, groups in which a promise is not
 * kept, columns that would have told records apart, and two candidates against one another. In go a part's columns, outcomes and
 * scores; out come named groups with their intervals and what is left of them after correction for many tests. Everything is
 * O(records · columns), pairs of columns O(records · columns²). Stateless, thus thread safe.
 *
 * <p>With {@code boolean[] first, boolean[] second, Sample sample}:
 *
 * <pre>{@code
 * TwoCandidates apart = TwoCandidates.of(first, second, sample);
 * int theirsAlone = apart.second().events();
 * }</pre>
 */
package outrider.errors;
