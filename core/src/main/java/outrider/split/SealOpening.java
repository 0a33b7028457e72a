package outrider.split;

import java.time.Instant;

/** The record of breaking the reserve's seal: by whom, when, and for which candidate and cut. */
public record SealOpening(String by, Instant at, String candidate, double cutDepth) {}
