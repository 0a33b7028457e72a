/** Briefs, what is settled about their columns, their split and their revisions. */
package outrider.server.brief;
