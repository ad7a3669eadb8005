package rangordnung.server.platform;

import java.util.UUID;
import java.util.function.Supplier;
import org.hibernate.cfg.MultiTenancySettings;
import org.hibernate.context.spi.CurrentTenantIdentifierResolver;
import org.springframework.boot.hibernate.autoconfigure.HibernatePropertiesCustomizer;
import org.springframework.stereotype.Component;

/**
 * The organisation that rows are read and written for: that of the signed-in account. Without one nothing is
 * seen. Set-up, login and demo data name theirs explicitly, outside any transaction.
 */
@Component
public class Tenancy implements CurrentTenantIdentifierResolver<UUID>, HibernatePropertiesCustomizer {

    private static final UUID NONE = new UUID(0, 0);
    private static final UUID ROOT = new UUID(0, 1);
    private static final ThreadLocal<UUID> NAMED = new ThreadLocal<>();

    /** Does work for a named organisation. */
    public static <T> T as(UUID organisation, Supplier<T> work) {
        UUID before = NAMED.get();
        NAMED.set(organisation);
        try {
            return work.get();
        } finally {
            if (before == null) {
                NAMED.remove();
            } else {
                NAMED.set(before);
            }
        }
    }

    /** Does work across organisations; only to find whose account a login is. */
    public static <T> T acrossAll(Supplier<T> work) {
        return as(ROOT, work);
    }

    @Override
    public UUID resolveCurrentTenantIdentifier() {
        UUID named = NAMED.get();
        return named != null
                ? named
                : CurrentUser.current().map(CurrentUser::organisation).orElse(NONE);
    }

    @Override
    public boolean validateExistingCurrentSessions() {
        return false;
    }

    @Override
    public boolean isRoot(UUID tenant) {
        return ROOT.equals(tenant);
    }

    @Override
    public void customize(java.util.Map<String, Object> properties) {
        properties.put(MultiTenancySettings.MULTI_TENANT_IDENTIFIER_RESOLVER, this);
    }
}
