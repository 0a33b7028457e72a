/** Tables from and to workbooks of sheets (Office Open XML, ECMA-376). Needs core. */
package outrider.workbook;
