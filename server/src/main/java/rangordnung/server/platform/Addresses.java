package rangordnung.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/**
 * Where phones in the hall reach this server.
 *
 * @param hall      address in the hall's own network with scheme and port; empty where only this machine is served
 * @param authority address of the certificate authority for phones; empty likewise
 */
@ConfigurationProperties("rangordnung.lan")
public record Addresses(String hall, String authority) {

    /** The address for a phone: that of the hall, else the one this request came by. */
    public String origin(HttpServletRequest request) {
        return open() ? hall : ServletUriComponentsBuilder.fromContextPath(request).build().toUriString();
    }

    /** Whether phones can reach this server at all. */
    public boolean open() {
        return hall != null && !hall.isBlank();
    }
}
