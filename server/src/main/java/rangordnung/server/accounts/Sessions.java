package rangordnung.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.CurrentUser;

/** Begins a session for whoever has shown that they may. */
@Component
public class Sessions {

    private static final String LASTING = Sessions.class.getName();

    /** The cookie of a session: gone with the browser, or lasting where its session does. */
    @Configuration
    static class Cookies {

        @Bean
        CookieSerializer sessionCookie() {
            DefaultCookieSerializer cookies = new DefaultCookieSerializer();
            cookies.setCookieName("rangordnung");
            cookies.setUseHttpOnlyCookie(true);
            cookies.setSameSite("Strict");
            return new CookieSerializer() {
                @Override
                public void writeCookieValue(CookieValue value) {
                    if (value.getRequest().getAttribute(LASTING) instanceof Integer seconds
                            && !value.getCookieValue().isEmpty()) {
                        value.setCookieMaxAge(seconds);
                    }
                    cookies.writeCookieValue(value);
                }

                @Override
                public List<String> readCookieValues(HttpServletRequest request) {
                    return cookies.readCookieValues(request);
                }
            };
        }
    }

    private final JdbcClient jdbc;
    private final HttpSessionSecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

    Sessions(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** An owner may all that a lead may. */
    private static List<SimpleGrantedAuthority> authorities(CurrentUser.Role role) {
        return Stream.of(role, role.leads() ? CurrentUser.Role.LEAD : role)
                .distinct()
                .map(r -> new SimpleGrantedAuthority("ROLE_" + r))
                .toList();
    }

    /**
     * Ends the sessions of a login on all devices.
     *
     * @param but the session that goes on
     */
    void end(String login, Optional<String> but) {
        jdbc.sql("delete from spring_session where principal_name = :login and session_id <> :but")
                .param("login", login)
                .param("but", but.orElse(""))
                .update();
    }

    /**
     * From this answer on the browser is signed in. An old session of the browser ends and a new one begins: if it only
     * got a new id, another request of the same browser that is still under way would write the old id back.
     */
    public void begin(CurrentUser signed, HttpServletRequest request, HttpServletResponse response) {
        begin(signed, Optional.empty(), request, response);
    }

    /**
     * The same for no longer than a given time. Such a session survives a restart of the browser, and ends with its time.
     *
     * @param lasting empty for one that ends with the browser
     */
    public void begin(
            CurrentUser signed, Optional<Duration> lasting, HttpServletRequest request, HttpServletResponse response) {
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(signed, null, authorities(signed.role())));
        SecurityContextHolder.setContext(context);
        lasting.ifPresent(d -> request.setAttribute(LASTING, (int) Math.max(1, d.toSeconds())));
        contexts.saveContext(context, request, response);
        lasting.ifPresent(d -> request.getSession().setMaxInactiveInterval((int)
                Math.min(request.getSession().getMaxInactiveInterval(), Math.max(1, d.toSeconds()))));
    }
}
