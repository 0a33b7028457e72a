package outrider.server.account;

import io.quarkus.hibernate.orm.panache.PanacheEntityBase;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Somebody signed in somewhere. Of the token in their cookie only a hash is kept. */
@Entity
public class SignIn extends PanacheEntityBase {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    public Long id;

    public Long accountId;
    public String token;
    public Instant begunAt;
    public Instant usedAt;
    public @Nullable Instant endedAt;

    /** Where from: network address, and what the browser says that it is. */
    public String address;

    public String agent;
}
