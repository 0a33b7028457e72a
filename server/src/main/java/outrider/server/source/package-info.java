/** Databases that the administrator has named, from which tables are copied. Needs dataset. */
package outrider.server.source;
