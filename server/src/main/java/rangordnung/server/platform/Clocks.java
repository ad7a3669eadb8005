package rangordnung.server.platform;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;

@Configuration
@EnableScheduling
class Clocks {

    /** Where the hall is: the launcher hands the machine's own zone on. */
    @Bean
    ZoneId hallZone(@Value("${rangordnung.zone:UTC}") String zone) {
        try {
            return ZoneId.of(zone.strip());
        } catch (DateTimeException e) {
            return ZoneOffset.UTC;
        }
    }

    /** UTC in storage; local time is the view's business. */
    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
