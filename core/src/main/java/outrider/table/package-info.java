/**
 * Typed columns of primitives that still give back every text as their file had it. Text files enter as streams, tables leave;
 * reading is one pass, O(cells), and holds the columns and no line of the file.
 */
package outrider.table;
