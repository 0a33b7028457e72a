/** What every candidate has to beat: nobody, a coin toss, the base rate, group rates. O(n). */
package outrider.learn.reference;
