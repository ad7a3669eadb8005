package rangordnung.server.platform;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.binder.jvm.JvmGcMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmMemoryMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmThreadMetrics;
import io.micrometer.core.instrument.binder.system.ProcessorMetrics;
import io.micrometer.core.instrument.binder.system.UptimeMetrics;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.sql.SQLException;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * How the server does, in numbers, for a collector on this machine: Prometheus text exposition format 0.0.4. Nothing in it
 * tells of persons or organisations. Requests are counted, not timed, since that would cost each of them.
 */
@RestController
public class Metrics implements HandlerInterceptor, WebMvcConfigurer {

    private static final MediaType FORMAT = MediaType.parseMediaType("text/plain;version=0.0.4;charset=utf-8");
    private static final int CLASSES = 5;
    private static final int A_CLASS = 100;

    private final PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    private final JvmGcMetrics collector = new JvmGcMetrics();
    private final List<Counter> answers;
    private final Counter facts;

    Metrics(DataSource database) {
        new JvmMemoryMetrics().bindTo(registry);
        new JvmThreadMetrics().bindTo(registry);
        new ProcessorMetrics().bindTo(registry);
        new UptimeMetrics().bindTo(registry);
        collector.bindTo(registry);
        answers = IntStream.rangeClosed(1, CLASSES)
                .mapToObj(c -> registry.counter("rangordnung.answers", "status", c + "xx"))
                .toList();
        facts = registry.counter("rangordnung.facts");
        gauge("rangordnung.connections.active", database, HikariPoolMXBean::getActiveConnections);
        gauge("rangordnung.connections.idle", database, HikariPoolMXBean::getIdleConnections);
        gauge("rangordnung.connections.waiting", database, HikariPoolMXBean::getThreadsAwaitingConnection);
    }

    private void gauge(String name, DataSource database, ToDoubleFunction<HikariPoolMXBean> value) {
        registry.gauge(name, database, d -> {
            try {
                HikariPoolMXBean state = d.unwrap(HikariDataSource.class).getHikariPoolMXBean();
                return state == null ? 0 : value.applyAsDouble(state);
            } catch (SQLException e) {
                return Double.NaN;
            }
        });
    }

    @PreDestroy
    void close() {
        collector.close();
        registry.close();
    }

    /** Counts facts that were taken in. */
    public void took(int many) {
        facts.increment(many);
    }

    @Override
    public void addInterceptors(InterceptorRegistry interceptors) {
        interceptors.addInterceptor(this);
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failed) {
        answers.get(Math.max(1, Math.min(response.getStatus() / A_CLASS, CLASSES)) - 1)
                .increment();
    }

    /** The numbers; to anybody who does not ask from this machine itself there is no such address. */
    @GetMapping("/actuator/prometheus")
    ResponseEntity<String> scrape(HttpServletRequest request) {
        return fromHere(request)
                ? ResponseEntity.ok().contentType(FORMAT).body(registry.scrape())
                : ResponseEntity.notFound().build();
    }

    private static boolean fromHere(HttpServletRequest request) {
        try {
            return InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress()
                    && InetAddress.getByName(request.getLocalAddr()).isLoopbackAddress()
                    && request.getHeader("X-Forwarded-For") == null
                    && request.getHeader("Forwarded") == null;
        } catch (UnknownHostException e) {
            return false;
        }
    }
}
