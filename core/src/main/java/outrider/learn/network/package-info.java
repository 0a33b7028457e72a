/** A neural network of one hidden layer. O(cells that are not 0, times units) a step of the descent. */
package outrider.learn.network;
