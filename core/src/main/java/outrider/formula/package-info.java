/**
 * Columns made of other columns of the same record, and conditions on records, written in a small language of expressions. Texts and
 * tables enter, columns leave; O(records) a node of the expression. There is no way to read another record, the day of today or chance:
 * what is made of a record repeats wherever the record comes again.
 */
package outrider.formula;
