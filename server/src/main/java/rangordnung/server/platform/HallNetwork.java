package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.catalina.connector.Connector;
import org.apache.coyote.http11.AbstractHttp11Protocol;
import org.apache.tomcat.util.net.SSLHostConfig;
import org.apache.tomcat.util.net.SSLHostConfigCertificate;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Opens the hall's network where the launcher was asked to: everything over HTTPS, only the authority over HTTP. */
@Configuration
class HallNetwork {

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> hallConnectors(Addresses addresses) {
        return factory -> {
            if (addresses.open()) {
                try {
                    factory.addAdditionalConnectors(secure(addresses), plain(addresses));
                } catch (IOException e) {
                    throw new IllegalStateException(
                            "The hall's certificate could not be read from " + addresses.folder()
                                    + "; remove the folder and start again",
                            e);
                }
            }
        };
    }

    private static Connector plain(Addresses addresses) {
        Connector connector = new Connector(Connections.Protocol.class.getName());
        connector.setPort(addresses.plainPort());
        connector.setProperty("address", addresses.address());
        return connector;
    }

    private static Connector secure(Addresses addresses) throws IOException {
        Connector connector = new Connector(Connections.Protocol.class.getName());
        connector.setPort(addresses.port());
        connector.setProperty("address", addresses.address());
        connector.setScheme("https");
        connector.setSecure(true);
        ((AbstractHttp11Protocol<?>) connector.getProtocolHandler()).setSSLEnabled(true);
        SSLHostConfig host = new SSLHostConfig();
        host.setProtocols("TLSv1.2+TLSv1.3");
        SSLHostConfigCertificate certificate =
                new SSLHostConfigCertificate(host, SSLHostConfigCertificate.Type.UNDEFINED);
        certificate.setCertificateKeystoreFile(
                addresses.folder().resolve("server.p12").toString());
        certificate.setCertificateKeystoreType("PKCS12");
        certificate.setCertificateKeystorePassword(
                Files.readString(addresses.folder().resolve("secret")).strip());
        host.addCertificate(certificate);
        connector.addSslHostConfig(host);
        return connector;
    }

    /** From the hall's network nothing but the authority's certificate is given without encryption. */
    @Component
    @Order(Ordered.HIGHEST_PRECEDENCE + 1)
    static class PlainOnlyAuthority extends OncePerRequestFilter {

        private final Addresses addresses;

        PlainOnlyAuthority(Addresses addresses) {
            this.addresses = addresses;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            if (!addresses.open()
                    || request.isSecure()
                    || !request.getLocalAddr().equals(addresses.address())) {
                chain.doFilter(request, response);
            } else if (request.getRequestURI().equals(Addresses.AUTHORITY)) {
                Path file = addresses.folder().resolve("authority.crt");
                response.setContentType("application/x-x509-ca-cert");
                response.setContentLengthLong(Files.size(file));
                Files.copy(file, response.getOutputStream());
            } else {
                response.setStatus(HttpServletResponse.SC_PERMANENT_REDIRECT);
                response.setHeader("Location", addresses.hall() + request.getRequestURI());
            }
        }
    }
}
