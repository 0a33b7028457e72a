/**
 * Fitted models and scoring recipes as JSON; what is read back scores bit-equal. Formats are in docs/formats.md.
 *
 * <p>With {@code Model model}:
 *
 * <pre>{@code
 * byte[] stored = ModelDocument.write(model);
 * Model same = ModelDocument.read(stored);
 * }</pre>
 */
package outrider.documents;
