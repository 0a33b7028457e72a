/**
 * The one sorted view of scores and outcomes that every figure is read from. O(n) once by a radix sort, O(1) or O(log n) a read.
 */
package outrider.rank;
