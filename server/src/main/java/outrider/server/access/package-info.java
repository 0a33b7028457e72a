/**
 * Who may reach a brief and all that is its own. Every request goes through one filter, which knows by its address whose it is; an
 * address that it does not know is answered to nobody.
 */
package outrider.server.access;
