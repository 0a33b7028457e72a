/** Loads the demo's cases at the first start. */
package outrider.server.demo;
