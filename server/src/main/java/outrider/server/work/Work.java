package outrider.server.work;

/** A kind of background work; each piece of it is a row with a number. */
public interface Work {
    /** Name of the work in the queue. */
    String name();

    /** Whether it may take minutes: of such work only so much runs at once that short work always finds a place. */
    default boolean isLong(long id) {
        return false;
    }

    /** Does, or takes up again, the piece of that number. Ends early and quietly where the row says that it is not wanted. */
    void run(long id);
}
