/**
 * Training, validation and reserve by a plan; units that stay together, folds, weights and thinning for rare events. Outcomes and
 * units enter, record numbers leave, O(n log n). The reserve's records are handed out only against the opening of its seal.
 */
package outrider.split;
