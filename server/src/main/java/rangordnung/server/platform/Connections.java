package rangordnung.server.platform;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.channels.SocketChannel;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.NioEndpoint;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Nobody holds all connections: an address has so many open, and one more is closed at once. */
@Configuration
class Connections {

    /** A hall behind one address, with some connections for each phone (house convention). */
    static final int BY_ADDRESS = 400;

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> boundedConnections() {
        return factory -> {
            factory.setProtocol(Protocol.class.getName());
            factory.addContextValves(new Abandonable());
        };
    }

    private static final String ABANDON = Connections.class.getName();

    /** Lets an answer end without the rest of the request's body, which would be waited for. */
    private static final class Abandonable extends ValveBase {

        Abandonable() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            request.setAttribute(ABANDON, (Runnable)
                    () -> request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null));
            getNext().invoke(request, response);
        }
    }

    /** The connection ends with this answer; what is still to come of the request is not read. */
    static void abandon(HttpServletRequest request) {
        if (request.getAttribute(ABANDON) instanceof Runnable abandon) {
            abandon.run();
        }
    }

    /** Made by the container, by name. */
    public static class Protocol extends Http11NioProtocol {
        public Protocol() {
            super(new Endpoint());
        }
    }

    private static final class Endpoint extends NioEndpoint {

        private final Map<InetAddress, Deque<SocketChannel>> open = new HashMap<>();

        /** Called by the one thread that accepts; a connection that is not taken is closed by it. */
        @Override
        protected boolean setSocketOptions(SocketChannel channel) {
            if (mayStay(channel)) {
                return super.setSocketOptions(channel);
            }
            destroySocket(channel);
            return true; // there is nothing left to be closed
        }

        private boolean mayStay(SocketChannel channel) {
            try {
                InetAddress from = ((InetSocketAddress) channel.getRemoteAddress()).getAddress();
                Deque<SocketChannel> theirs = open.computeIfAbsent(from, a -> new ArrayDeque<>());
                if (theirs.size() >= BY_ADDRESS) {
                    theirs.removeIf(c -> !c.isOpen());
                }
                if (theirs.size() >= BY_ADDRESS) {
                    return false;
                }
                theirs.add(channel);
                forget();
                return true;
            } catch (IOException e) {
                return false;
            }
        }

        private static final int ADDRESSES = 1000;

        private void forget() {
            if (open.size() > ADDRESSES) {
                open.values().forEach(channels -> channels.removeIf(c -> !c.isOpen()));
                open.values().removeIf(Deque::isEmpty);
            }
        }
    }
}
