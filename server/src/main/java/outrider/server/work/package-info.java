/** What all features share: the queue of background work, progress, caches, the clock. */
package outrider.server.work;
