package outrider.server.trail;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import outrider.casefile.TrailEntry;

/** A kept line of the audit trail. The database refuses to change, delete or empty it. */
@Entity
@Table(name = "trail")
public class TrailRow extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public String chain;
    public long number;
    public String at;
    public String byName;
    public String act;
    public String subject;
    public String words;
    public String previous;
    public String hash;
    public String signature;

    static TrailRow of(TrailEntry e) {
        TrailRow row = new TrailRow();
        row.chain = e.chain();
        row.number = e.number();
        row.at = e.at();
        row.byName = e.by();
        row.act = e.act();
        row.subject = e.subject();
        row.words = e.words();
        row.previous = e.previous();
        row.hash = e.hash();
        row.signature = e.signature();
        return row;
    }

    TrailEntry entry() {
        return new TrailEntry(chain, number, at, byName, act, subject, words, previous, hash, signature);
    }
}
