package outrider.server.account;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Somebody who signs in. The password is kept as a bcrypt hash. */
@Entity
public class Account extends PanacheEntityBase {
    public static final String ANALYST = "analyst";
    public static final String APPROVER = "approver";
    /** Reads everything, changes nothing. */
    public static final String READER = "reader";
    /** Makes accounts and settles the policy. */
    public static final String ADMINISTRATOR = "administrator";

    public static final List<String> ROLES = List.of(ANALYST, APPROVER, READER, ADMINISTRATOR);

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public String name;

    @JdbcTypeCode(SqlTypes.JSON)
    public List<String> roles;

    /** Whether they may sign in. Accounts stay, because the audit trail names them. */
    public boolean active = true;

    public String passwordHash;

    /** Who vouches for them and as whom, where they sign in elsewhere; null for those with a password here. */
    public @Nullable String provider;

    /** Whether somebody else chose it, so that it is changed first. */
    public boolean passwordDue;

    static Account named(String name) {
        return find("name", name).firstResult();
    }
}
