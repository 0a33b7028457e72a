/** Who may do what: accounts, roles, signing in. */
package outrider.server.account;
