package outrider.server.account;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** Somebody who signs in. The password is kept as a bcrypt hash. */
@Entity
public class Account extends PanacheEntityBase {
    public static final String ANALYST = "analyst";
    public static final String APPROVER = "approver";

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public String name;
    public String role;
    public String passwordHash;

    static Account named(String name) {
        return find("name", name).firstResult();
    }
}
