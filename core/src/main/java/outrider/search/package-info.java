/**
 * What to try next, by out-of-fold scores on training alone, and which trial is the simplest that is good enough. One trial costs a
 * fit a fold.
 */
package outrider.search;
