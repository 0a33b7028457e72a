/** What all of HTTP shares: refusals as problem JSON, limits, the contract. */
package outrider.server.web;
