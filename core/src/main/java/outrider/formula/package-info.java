/**
 * Columns made of other columns of the same record, and conditions on records, written in a small language of expressions. Texts and
 * tables enter, columns leave; O(records) a node of the expression. There is no way to read another record, the day of today or chance:
 * what is made of a record repeats wherever the record comes again.
 *
 * <p>With {@code Table table}:
 *
 * <pre>{@code
 * Map<String, ColumnType> types = Formula.types(table);
 * Column aVisit = Formula.of("paid / visits", types).column("paid_a_visit", table);
 * boolean[] adults = Formula.condition("age >= 18", types).holds(table);
 * }</pre>
 */
package outrider.formula;
