/** Runs a form of a released recipe and holds its scores against the application's. In come form and records, out goes a proof. */
package outrider.documents.proof;
