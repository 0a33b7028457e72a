package outrider.server.work;

import io.quarkus.hibernate.orm.panache.Panache;
import java.util.List;

/** A kind of background work; each piece of it is a row with a number. */
public interface Work {
    /** Name of the work in the queue. */
    String name();

    /** Whether it may take minutes: of such work only so much runs at once that short work always finds a place. */
    default boolean isLong(long id) {
        return false;
    }

    /** Pieces that have not ended; one that was stored when its server was killed, and never reached the queue, is put there at the next start. */
    List<Long> open();

    /** Does, or takes up again, the piece of that number. Ends early and quietly where the row says that it is not wanted. */
    void run(long id);

    /** Numbers of the pieces that have not ended, of rows with a status and {@code number}. */
    static List<Long> open(Class<?> rows, String number) {
        return Panache.getEntityManager()
                .createQuery(
                        "select distinct " + number + " from " + rows.getSimpleName() + " where status in ?1",
                        Long.class)
                .setParameter(1, WorkStatus.OPEN)
                .getResultList();
    }
}
