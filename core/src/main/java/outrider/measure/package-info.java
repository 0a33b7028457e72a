/**
 * Whole-ranking figures, bands, the four cells and the measures at a threshold, probability quality (METHODS sections 1 to 3). A
 * ranking enters, numbers leave, NaN where undefined; O(groups).
 */
package outrider.measure;
