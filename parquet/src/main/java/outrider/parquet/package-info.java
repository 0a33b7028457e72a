/**
 * Tables from and to Parquet, checksums of pages held. O(cells), a row group at a time.
 *
 * <p>With {@code Path file}:
 *
 * <pre>{@code
 * Table table = ParquetTables.read(file, Progress.NONE);
 * ParquetTables.write(table, file);
 * }</pre>
 */
package outrider.parquet;
