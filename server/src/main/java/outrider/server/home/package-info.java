/** The list of briefs: one query over what the features keep, and nothing computed. */
package outrider.server.home;
