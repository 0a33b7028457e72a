/** Nearest neighbours among remembered training records. O(remembered times inputs) a record that is scored. */
package outrider.learn.neighbour;
