/** A released recipe in PMML 4.4.1, and a reader that scores by such documents. O(size of the model). */
package outrider.documents.pmml;
