package rangordnung.server.platform;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;

/**
 * Sessions that write the moment of their last request once a minute and not at every request: it only decides when a
 * session that nobody uses ends, hours later. Whatever else changes in a session is written at once.
 *
 * @param <S> sessions as they are kept
 */
final class RestfulSessions<S extends Session> implements SessionRepository<Session> {

    /** House convention. */
    private static final Duration WRITTEN_EVERY = Duration.ofMinutes(1);

    private final SessionRepository<S> kept;

    RestfulSessions(SessionRepository<S> kept) {
        this.kept = kept;
    }

    @Override
    public Session createSession() {
        return restful(kept.createSession());
    }

    @Override
    public @Nullable Session findById(String id) {
        S found = kept.findById(id);
        return found == null ? null : restful(found);
    }

    @Override
    @SuppressWarnings("unchecked")
    public void save(Session session) {
        kept.save(((Restful<S>) Proxy.getInvocationHandler(session)).session());
    }

    @Override
    public void deleteById(String id) {
        kept.deleteById(id);
    }

    private Session restful(S session) {
        return (Session) Proxy.newProxyInstance(
                Session.class.getClassLoader(), new Class<?>[] {Session.class}, new Restful<>(session));
    }

    private record Restful<S extends Session>(S session) implements InvocationHandler {

        @Override
        public @Nullable Object invoke(Object proxy, Method method, Object[] arguments) throws Throwable {
            if (method.getName().equals("setLastAccessedTime")
                    && ((Instant) arguments[0])
                            .isBefore(session.getLastAccessedTime().plus(WRITTEN_EVERY))) {
                return null;
            }
            try {
                return method.invoke(session, arguments);
            } catch (InvocationTargetException e) {
                throw e.getCause();
            }
        }
    }
}
