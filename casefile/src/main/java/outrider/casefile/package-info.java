/**
 * A case as one document: its run, a report's figures, policy, evidence, signature and proof. A brief and its records enter, evidence
 * leaves; the cost is that of fitting its candidates.
 */
package outrider.casefile;
