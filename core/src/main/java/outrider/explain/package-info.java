/** What each column adds to one record's score. O(orders times columns) scorings. */
package outrider.explain;
