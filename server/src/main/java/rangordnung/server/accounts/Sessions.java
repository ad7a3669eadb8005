package rangordnung.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
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

    /**
     * From this answer on the browser is signed in. An old session of the browser ends and a new one begins: if it only
     * got a new id, another request of the same browser that is still under way would write the old id back.
     */
    public void begin(Signed signed, HttpServletRequest request, HttpServletResponse response) {
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                signed, null, List.of(new SimpleGrantedAuthority("ROLE_" + signed.role()))));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
    }
}
