/**
 * How far figures can be believed: errors of the AUC by unit, resamples of all candidates at one cut, verdicts and their adjustment
 * (METHODS section 4). O(replicates times units) a cut.
 */
package outrider.uncertainty;
