/**
 * Evidence enters, a page and a PDF leave. Everything that is printed is in the evidence.
 *
 * <p>With {@code Evidence evidence}:
 *
 * <pre>{@code
 * String page = HtmlReport.draft(evidence);
 * byte[] pdf = PdfReport.of(page);
 * }</pre>
 */
package outrider.report;
