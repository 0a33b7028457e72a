/** Later batches of records, held against what was signed. */
package outrider.server.follow;
