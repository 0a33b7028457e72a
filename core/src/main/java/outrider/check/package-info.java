/**
 * What a column holds and says of the outcome, what a newer file of the same data changes, and the alarms of columns and candidates, one class
 * each, found by their lines in META-INF/services (METHODS section 9). O(n log n) a column.
 *
 * <p>With {@code Table table, int[] training, byte[] outcome}:
 *
 * <pre>{@code
 * ColumnProfile profile = ColumnProfile.of(table.column("age"), training, outcome);
 * List<Alarm> ringing = Alarms.of(profile);
 * }</pre>
 */
package outrider.check;
