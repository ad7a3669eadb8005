package rangordnung.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/**
 * Where phones in the hall reach this server. Without an address only this machine is served.
 *
 * @param address   of this machine in the hall's network
 * @param port      for HTTPS
 * @param plainPort over which a phone gets the authority's certificate, and nothing else
 * @param folder    of the certificate authority, which the launcher has made
 */
@ConfigurationProperties("rangordnung.lan")
public record Addresses(String address, int port, int plainPort, Path folder) {

    static final String AUTHORITY = "/authority.crt";

    /** Whether phones can reach this server at all. */
    public boolean open() {
        return address != null && !address.isBlank();
    }

    /** The address of the interface in the hall's network. */
    public String hall() {
        return "https://" + address + ":" + port;
    }

    /** Where a phone gets the authority's certificate. */
    public String authority() {
        return "http://" + address + ":" + plainPort + AUTHORITY;
    }

    /** SHA-256 of the authority's certificate, in pairs of hexadecimal digits as phones show it; empty where it cannot be read. */
    public Optional<String> fingerprint() {
        try (InputStream file = Files.newInputStream(folder.resolve("authority.crt"))) {
            byte[] der = CertificateFactory.getInstance("X.509")
                    .generateCertificate(file)
                    .getEncoded();
            return Optional.of(HexFormat.ofDelimiter(":")
                    .withUpperCase()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(der)));
        } catch (IOException | GeneralSecurityException e) {
            return Optional.empty();
        }
    }

    /** The address for a phone: that of the hall, else the one this request came by. */
    public String origin(HttpServletRequest request) {
        return open()
                ? hall()
                : ServletUriComponentsBuilder.fromContextPath(request).build().toUriString();
    }
}
