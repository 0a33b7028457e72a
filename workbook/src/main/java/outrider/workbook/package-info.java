/**
 * Tables from and to workbooks of sheets (Office Open XML, ECMA-376). Needs core.
 *
 * <p>With {@code Path file}:
 *
 * <pre>{@code
 * Table table = WorkbookTables.read(file, "members", Progress.NONE);
 * }</pre>
 */
package outrider.workbook;
