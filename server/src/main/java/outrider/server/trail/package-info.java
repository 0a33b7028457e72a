/** The audit trail, the key that signs it, and the closed lists of what can be done. */
package outrider.server.trail;
