/** Worlds whose truth is known: how often intervals cover it, and how often alarms, checks and verdicts ring without cause. */
package outrider.bench.truth;
