/**
 * Candidates side by side: identity, caching and curves to draw of the core's comparison; the cut, and how often validation was used.
 */
package outrider.server.comparison;
