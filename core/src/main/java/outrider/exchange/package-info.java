/**
 * What leaves the core whole: a comparison of candidates, an evaluation of score columns, a recipe that scores a list.
 */
package outrider.exchange;
