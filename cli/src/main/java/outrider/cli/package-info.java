/** The commands without an interface: evaluate, run, verify, score, bring. */
package outrider.cli;
