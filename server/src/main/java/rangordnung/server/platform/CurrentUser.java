package rangordnung.server.platform;

import java.io.Serializable;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;

/**
 * Who is signed in; kept in the session.
 *
 * @param pass the pass of a helper; null for everybody else, since a session cannot keep an empty optional
 */
public record CurrentUser(UUID account, UUID organisation, String login, String name, Role role, @Nullable Pass pass)
        implements Principal, Serializable {

    /** What a helper's pass opens: one station of one screening. */
    public record Pass(UUID id, UUID screening, String station) implements Serializable {}

    public CurrentUser(UUID account, UUID organisation, String login, String name, Role role) {
        this(account, organisation, login, name, role, null);
    }

    /**
     * What an account may do. An owner does what a lead does, and decides about owners, roles and retention; a rater scores
     * where invited, a viewer looks at results and changes nothing, a helper scores where the pass opens.
     */
    public enum Role {
        OWNER,
        LEAD,
        RATER,
        VIEWER,
        HELPER;

        /** Whether all rosters and screenings of the organisation are in these hands. */
        public boolean leads() {
            return this == OWNER || this == LEAD;
        }
    }

    @Override
    public String getName() {
        return login;
    }

    /** The account of this request, if it is signed in. */
    public static Optional<CurrentUser> current() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof CurrentUser signed
                ? Optional.of(signed)
                : Optional.empty();
    }

    /** The account of this request; only where security has let nobody else through. */
    public static CurrentUser required() {
        return current().orElseThrow(() -> new IllegalStateException("Nobody is signed in"));
    }

    /** Does work as somebody who is not signed in with this request, for as much as their role may see. */
    public static <T> T as(CurrentUser other, Supplier<T> work) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(other, null, List.of()));
        SecurityContextHolder.setContext(context);
        try {
            return work.get();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }
}
