/** A brief's candidates: made, fitted in the background, explained; their models and kept scores. */
package outrider.server.candidate;
