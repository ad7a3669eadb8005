package rangordnung.server.platform;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class Clocks {

    /** UTC in storage; local time is the view's business. */
    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
