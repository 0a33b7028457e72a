/**
 * What a column holds and says of the outcome, what a newer file of the same data changes, and the alarms of columns and candidates, one class
 * each, found by their lines in META-INF/services (METHODS section 9). O(n log n) a column.
 */
package outrider.check;
