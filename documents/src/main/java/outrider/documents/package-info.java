/** Fitted models and scoring recipes as JSON; what is read back scores bit-equal. Formats are in docs/formats.md. */
package outrider.documents;
