/** Searches over kinds and settings, kept trial by trial. */
package outrider.server.search;
