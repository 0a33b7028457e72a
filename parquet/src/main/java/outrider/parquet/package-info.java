/** Tables from and to Parquet, checksums of pages held. O(cells), a row group at a time. */
package outrider.parquet;
