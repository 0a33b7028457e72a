/** Scores a list by a recipe with nothing but the core and the runtime. In comes CSV, out goes CSV, block by block. */
package outrider.scorer;
