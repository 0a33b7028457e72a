package outrider.server.candidate;

/** Told once a candidate is fitted and its scores are kept. */
public record CandidateFitted(long candidateId) {}
