package outrider.server.work;

/** A kind of background work; each piece of it is a row with a number. */
public interface Work {
    /** Name of the work in the queue. */
    String name();

    /** Does, or takes up again, the piece of that number. Ends early and quietly where the row says that it is not wanted. */
    void run(long id);
}
