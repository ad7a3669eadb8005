package rangordnung.server.platform;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

@Configuration
class Transactions {

    @Bean
    @Primary
    TransactionTemplate transactionTemplate(PlatformTransactionManager transactions) {
        return new TransactionTemplate(transactions);
    }

    /**
     * The moment of the last request is written once a minute and not at every request: it only decides when a session
     * that nobody uses ends, twelve hours later. Whatever else changes in a session is written at once.
     */
    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> restfulSessions() {
        return sessions -> sessions.setUpdateSessionQuery("""
                update spring_session s
                set session_id = v.id, last_access_time = v.last, max_inactive_interval = v.lasts, expiry_time = v.expires, principal_name = v.principal
                from (values (?, ?::bigint, ?::int, ?::bigint, ?)) as v (id, last, lasts, expires, principal)
                where s.primary_id = ? and (s.session_id <> v.id or s.max_inactive_interval <> v.lasts
                  or s.principal_name is distinct from v.principal or s.last_access_time < v.last - 60000)""");
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
