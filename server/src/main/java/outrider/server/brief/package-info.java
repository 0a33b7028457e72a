/** Briefs, what is settled about their columns, their split and their editions. */
package outrider.server.brief;
