/** What waits for the report. */
package outrider.server.pin;
