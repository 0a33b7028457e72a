/** A released recipe as one SELECT. O(size of the model). */
package outrider.documents.sql;
