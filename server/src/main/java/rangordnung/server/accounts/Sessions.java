package rangordnung.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.Signed;

/** Begins a session for whoever has shown that they may. */
@Component
public class Sessions {

    private final HttpSessionSecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

    /** From this answer on the browser is signed in; an old session of the browser gets a new id. */
    public void begin(Signed signed, HttpServletRequest request, HttpServletResponse response) {
        if (request.getSession(false) != null) {
            request.changeSessionId();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                signed, null, List.of(new SimpleGrantedAuthority("ROLE_" + signed.role()))));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
