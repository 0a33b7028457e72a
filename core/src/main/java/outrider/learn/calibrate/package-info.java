/** Maps of scores to probabilities, and the line that says how far probabilities can be trusted. O(n log n). */
package outrider.learn.calibrate;
