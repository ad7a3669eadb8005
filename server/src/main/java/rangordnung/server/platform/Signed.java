package rangordnung.server.platform;

import java.io.Serializable;
import java.security.Principal;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who is signed in; kept in the session. */
public record Signed(UUID account, UUID organisation, String login, String name, Role role) implements Principal, Serializable {

    /** What an account may do. A lead owns everything; a rater scores where invited. */
    public enum Role { LEAD, RATER }

    @Override
    public String getName() {
        return login;
    }

    /** The account of this request, if it is signed in. */
    public static Optional<Signed> current() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof Signed signed ? Optional.of(signed) : Optional.empty();
    }

    /** The account of this request; only where security has let nobody else through. */
    public static Signed required() {
        return current().orElseThrow(() -> new IllegalStateException("Nobody is signed in"));
    }
}
