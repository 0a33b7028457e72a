/** What a candidate goes by, worked out in the background and kept: importance of columns, and how the score goes with them. */
package outrider.server.explain;
