/** Files on their way in, and their columns in PostgreSQL. */
package outrider.server.dataset;
