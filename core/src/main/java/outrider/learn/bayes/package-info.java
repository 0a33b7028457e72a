/** Naive Bayes. One pass over the records, O(cells). */
package outrider.learn.bayes;
