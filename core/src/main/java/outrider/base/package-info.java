/**
 * What every other package stands on: the one refusal of bad input, progress that can be stopped, threads that never show in a
 * result, seeds and random streams, the normal distribution, sums. Nothing enters but numbers; every call is O(1) or O(n).
 *
 * <p>With {@code long seed}:
 *
 * <pre>{@code
 * RandomStream draws = new Seeds(seed).stream("a use of its own");
 * double first = draws.nextDouble();
 * }</pre>
 */
package outrider.base;
