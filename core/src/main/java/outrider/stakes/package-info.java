/**
 * Money along a ranking: best cuts, break-even, sensitivity, inverse questions, cross-validated thresholds (METHODS section 5).
 * O(groups) a question.
 */
package outrider.stakes;
