/** How columns and the outcome move between parts and over time, on the stage Data. The reserve is not read. */
@NullMarked
package outrider.server.drift;

import org.jspecify.annotations.NullMarked;
