/** Scores that were made elsewhere and stand in a column. O(n). */
package outrider.learn.supplied;
