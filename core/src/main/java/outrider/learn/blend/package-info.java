/**
 * Several fitted candidates as one. Their out-of-fold scores enter, weights leave; O(records times members) a Newton step.
 */
package outrider.learn.blend;
