package rangordnung.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.apache.catalina.connector.ClientAbortException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.filter.OncePerRequestFilter;

/** Errors outside the controllers, down to a request that the container cannot read: their answers are ours as well. */
@Configuration
class LastResort {

    /** Around everything: sessions and security fail here when the database is away. */
    @Component
    @Order(Ordered.HIGHEST_PRECEDENCE)
    static class Around extends OncePerRequestFilter {

        /** A request whose body was waited for comes here again. */
        @Override
        protected boolean shouldNotFilterAsyncDispatch() {
            return false;
        }

        @Override
        protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                throws ServletException, IOException {
            try {
                chain.doFilter(request, response);
            } catch (ClientAbortException | AsyncRequestNotUsableException e) {
                throw e;
            } catch (Exception e) {
                Answers.write(Answers.of(e, request), request, response);
            }
        }
    }

    /** What the framework only gave a status. */
    @Controller
    static class Statuses implements ErrorController {

        @RequestMapping("/error")
        void error(HttpServletRequest request, HttpServletResponse response) throws IOException {
            Object status = request.getAttribute("jakarta.servlet.error.status_code");
            Answers.write(
                    problem(
                            status instanceof Integer code ? code : HttpStatus.NOT_FOUND.value(),
                            (@Nullable Throwable) request.getAttribute("jakarta.servlet.error.exception"),
                            request),
                    request,
                    response);
        }
    }

    private static Problem problem(int status, @Nullable Throwable thrown, HttpServletRequest request) {
        if (status != HttpStatus.INTERNAL_SERVER_ERROR.value()) {
            return Answers.of(Optional.ofNullable(HttpStatus.resolve(status)).orElse(HttpStatus.BAD_REQUEST));
        }
        return thrown != null
                ? Answers.of(thrown, request)
                : Answers.incident("status " + status + " of " + request.getRequestURI(), null);
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> ownErrorPages() {
        return factory -> factory.addContextCustomizers(
                context -> ((StandardHost) context.getParent()).setErrorReportValveClass(Unreadable.class.getName()));
    }

    /** A request that never reached the application. Made by the container, by name. */
    public static class Unreadable extends ErrorReportValve {

        @Override
        protected void report(Request request, Response response, Throwable thrown) {
            if (response.getStatus() < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
                return;
            }
            try {
                Problem problem = problem(response.getStatus(), thrown, request.getRequest());
                response.setStatus(problem.status().value());
                response.setContentType("application/problem+json;charset=UTF-8");
                response.getOutputStream().write(Answers.json(problem));
                response.finishResponse();
            } catch (IOException e) {
                // the client is gone
            }
        }
    }
}
