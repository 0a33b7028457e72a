/** The reserve's opening, reports, what others say to them, and the policy. */
package outrider.server.signoff;
