package rangordnung.server.platform;

import com.zaxxer.hikari.HikariDataSource;
import jakarta.persistence.PersistenceException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.function.Supplier;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.properties.bind.Bindable;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.core.env.Environment;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.datasource.DelegatingDataSource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Reads that are large and change nothing go to a streaming replica, where there is one. Nobody reads what is old: the
 * replica is asked only once it has replayed all that the primary had written when the question came, and otherwise, or
 * while it is away, the primary answers.
 */
@Component
public class Replica {

    private static final Logger LOG = LoggerFactory.getLogger(Replica.class);
    private static final ThreadLocal<Boolean> ASKED = new ThreadLocal<>();

    /**
     * How long a replica may take to be connected to and to catch up, how often it is looked at, and how long one that failed is
     * left alone (house convention).
     */
    private static final Duration CONNECTED = Duration.ofSeconds(1);

    private static final Duration PATIENCE = Duration.ofMillis(300);

    private static final Duration BETWEEN = Duration.ofMillis(5);
    private static final Duration LEFT_ALONE = Duration.ofSeconds(5);

    private final DataSource primary;
    private final @Nullable HikariDataSource replica;
    private volatile long awayUntil = System.nanoTime();

    Replica(DataSource database) {
        primary = database;
        replica = database instanceof Routed routed ? routed.replica : null;
    }

    /** Both databases behind one name; whoever has not asked for the replica gets the primary. */
    private static final class Routed extends DelegatingDataSource implements AutoCloseable {

        private final HikariDataSource primary;
        private final HikariDataSource replica;

        Routed(HikariDataSource primary, HikariDataSource replica) {
            super(primary);
            this.primary = primary;
            this.replica = replica;
        }

        @Override
        public Connection getConnection() throws SQLException {
            return (ASKED.get() == null ? primary : replica).getConnection();
        }

        @Override
        public void close() {
            primary.close();
            replica.close();
        }
    }

    @Configuration
    @ConditionalOnProperty("rangordnung.replica")
    static class Databases {

        @Bean
        @Primary
        DataSource databases(
                DataSourceProperties properties,
                Environment environment,
                @Value("${rangordnung.replica}") String address) {
            HikariDataSource replica = pool(properties, environment);
            replica.setJdbcUrl(address);
            replica.setReadOnly(true);
            replica.setPoolName("replica");
            // it may come later, or not at all
            replica.setInitializationFailTimeout(-1);
            replica.setConnectionTimeout(CONNECTED.toMillis());
            return new Routed(pool(properties, environment), replica);
        }

        /** A pool as the settings describe it. */
        private static HikariDataSource pool(DataSourceProperties properties, Environment environment) {
            HikariDataSource pool = properties
                    .initializeDataSourceBuilder()
                    .type(HikariDataSource.class)
                    .build();
            return Binder.get(environment)
                    .bind("spring.datasource.hikari", Bindable.ofInstance(pool))
                    .get();
        }
    }

    /** Reads; nothing may be written in it. */
    public <T> T read(Supplier<T> work) {
        if (replica == null || System.nanoTime() < awayUntil || !caughtUp(replica)) {
            return work.get();
        }
        ASKED.set(true);
        try {
            return work.get();
        } catch (DataAccessException | TransactionException | PersistenceException e) {
            away(e);
        } finally {
            ASKED.remove();
        }
        return work.get();
    }

    /** Whether the replica has replayed what the primary has written up to now. */
    private boolean caughtUp(HikariDataSource copy) {
        String written;
        try (Connection connection = primary.getConnection();
                Statement question = connection.createStatement();
                ResultSet row = question.executeQuery("select pg_current_wal_lsn()::text")) {
            row.next();
            written = row.getString(1);
        } catch (SQLException e) {
            // the primary says so itself, to whoever asks it
            return false;
        }
        try (Connection connection = copy.getConnection();
                PreparedStatement question = connection.prepareStatement(
                        "select pg_is_in_recovery() and pg_last_wal_replay_lsn() >= cast(? as pg_lsn)")) {
            question.setString(1, written);
            for (long tries = PATIENCE.dividedBy(BETWEEN); tries > 0; tries--) {
                try (ResultSet row = question.executeQuery()) {
                    if (row.next() && row.getBoolean(1)) {
                        return true;
                    }
                }
                Thread.sleep(BETWEEN.toMillis());
            }
        } catch (SQLException e) {
            away(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return false;
    }

    private void away(Exception e) {
        awayUntil = System.nanoTime() + LEFT_ALONE.toNanos();
        LOG.warn(
                "The replica does not answer; the primary does: {}",
                e.getClass().getSimpleName());
    }
}
