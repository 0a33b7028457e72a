/** What was signed and went into service: releases in versions, their forms with proofs, and what becomes of them. */
package outrider.server.release;
