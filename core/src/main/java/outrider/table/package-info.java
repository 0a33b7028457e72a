/**
 * Typed columns of primitives that still give back every text as their file had it. Text files enter as streams, tables leave;
 * reading is one pass, O(cells), and holds the columns and no line of the file.
 *
 * <p>With {@code Path file}:
 *
 * <pre>{@code
 * Table table = CsvTableReader.read(Files.newInputStream(file), Progress.NONE);
 * Column age = table.column("age");
 * String asWritten = age.text(0);
 * SuggestedReading meant = SuggestedReading.of(age, null);
 * }</pre>
 */
package outrider.table;
