/** Scores over HTTP for other programs: keys of consumers, answers by the release that decides, and counts of both. */
package outrider.server.endpoint;
