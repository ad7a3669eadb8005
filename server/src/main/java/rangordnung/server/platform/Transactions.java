package rangordnung.server.platform;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.session.jdbc.config.annotation.web.http.EnableJdbcHttpSession;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

/** Transactions, and sessions that stay outside them. */
@Configuration
@EnableJdbcHttpSession(maxInactiveIntervalInSeconds = Transactions.UNUSED_SECONDS)
class Transactions {

    /** After so long without a request a session ends: a working day (house convention). */
    static final int UNUSED_SECONDS = 12 * 60 * 60;

    @Bean
    @Primary
    TransactionTemplate transactionTemplate(PlatformTransactionManager transactions) {
        return new TransactionTemplate(transactions);
    }

    @Bean
    @Primary
    SessionRepository<Session> restfulSessions(JdbcIndexedSessionRepository kept) {
        return new RestfulSessions<>(kept);
    }

    /**
     * Sessions are read and written statement by statement, outside JPA: a JPA transaction asks for the tenant, the tenant for the session, and that
     * would never end.
     */
    @Bean("springSessionTransactionOperations")
    TransactionOperations sessionTransactions() {
        return TransactionOperations.withoutTransaction();
    }
}
