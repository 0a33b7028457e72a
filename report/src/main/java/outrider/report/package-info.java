/** Evidence enters, a page and a PDF leave. Everything that is printed is in the evidence. */
package outrider.report;
