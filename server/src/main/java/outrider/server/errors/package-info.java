/** The stage Errors: who was missed and who was a false alarm, what they have in common, and what would have told them apart. */
package outrider.server.errors;
