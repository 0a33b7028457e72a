/** Lists that are scored in the background, and recipes to score them elsewhere. */
package outrider.server.scoring;
