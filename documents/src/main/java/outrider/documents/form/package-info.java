/** What every form of a released recipe shares: its columns, its steps, how bands and actions follow from its score. */
package outrider.documents.form;
