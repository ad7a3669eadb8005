package rangordnung.server.roster;

import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import rangordnung.server.platform.Tenancy;

/** Throws away by itself what must not be kept for long. */
@Component
class Forgetting {

    /** Minutes between two looks. */
    private static final long EVERY = 10;

    private final RosterImports imports;

    Forgetting(RosterImports imports) {
        this.imports = imports;
    }

    @Scheduled(fixedDelay = EVERY, initialDelay = 1, timeUnit = java.util.concurrent.TimeUnit.MINUTES)
    void previews() {
        Tenancy.acrossAll(() -> {
            imports.forgetOld();
            return EVERY;
        });
    }
}
