package outrider.demo;

import java.util.List;

/** One record of a demo file with what only the generator knows. {@code truth} is the probability of the event. */
public record Row(List<String> values, double truth, boolean event) {}
