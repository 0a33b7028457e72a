/**
 * How a score follows from one record's columns, as plain arithmetic that other languages can write down. In comes what a model learnt,
 * out go trees of terms; O(what was learnt).
 */
package outrider.term;
