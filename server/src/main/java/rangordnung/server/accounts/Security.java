package rangordnung.server.accounts;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.firewall.HttpFirewall;
import org.springframework.security.web.firewall.StrictHttpFirewall;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import rangordnung.server.platform.Answers;
import rangordnung.server.platform.Code;
import rangordnung.server.platform.Problem;

/** Who reaches what. A rater reaches stations; which ones, the screening decides. */
@Configuration
class Security {

    private static final String CONTENT_POLICY =
            "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'; font-src 'self'; "
                    + "img-src 'self' data: blob:; media-src 'self' blob:; connect-src 'self'; manifest-src 'self'; worker-src 'self'; "
                    + "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return new BCryptPasswordEncoder();
    }

    @Bean
    SecurityFilterChain chain(HttpSecurity http) throws Exception {
        return http.authorizeHttpRequests(requests -> requests.requestMatchers(
                                HttpMethod.GET,
                                "/",
                                "/index.html",
                                "/icon.svg",
                                "/icon-192.png",
                                "/icon-512.png",
                                "/theme.js",
                                "/sw.js",
                                "/manifest.webmanifest",
                                "/assets/**",
                                "/vendor/**",
                                "/paper/**",
                                "/actuator/health/**",
                                "/actuator/prometheus",
                                "/v3/api-docs/**",
                                "/api/session")
                        .permitAll()
                        .requestMatchers(
                                HttpMethod.POST,
                                "/api/session",
                                "/api/setup",
                                "/api/join",
                                "/api/reset",
                                "/api/card",
                                "/api/card/requests")
                        .permitAll()
                        .requestMatchers(HttpMethod.DELETE, "/api/session")
                        .permitAll()
                        .requestMatchers("/error")
                        .permitAll()
                        .requestMatchers(
                                HttpMethod.GET,
                                "/api/today",
                                "/api/ladders",
                                "/api/protocols/**",
                                "/api/screenings/*/teaching/*")
                        .hasAnyRole("LEAD", "RATER", "VIEWER")
                        .requestMatchers(
                                HttpMethod.GET,
                                "/api/today/training",
                                "/api/screenings/*/block",
                                "/api/blocks/*/sessions/*")
                        .hasAnyRole("LEAD", "RATER")
                        .requestMatchers(
                                HttpMethod.GET,
                                "/api/screenings/*/results",
                                "/api/screenings/*/results/*",
                                "/api/screenings/*/ranking",
                                "/api/screenings/*/groups",
                                "/api/screenings/*/groups/flow")
                        .hasAnyRole("LEAD", "VIEWER")
                        .requestMatchers(HttpMethod.POST, "/api/blocks/*/facts")
                        .hasAnyRole("LEAD", "RATER")
                        .requestMatchers(HttpMethod.POST, "/api/measuring/simulation")
                        .hasAnyRole("LEAD", "RATER", "VIEWER", "HELPER")
                        .requestMatchers("/api/account/**")
                        .hasAnyRole("LEAD", "RATER", "VIEWER")
                        .requestMatchers(HttpMethod.PUT, "/api/accounts/*/role", "/api/retention")
                        .hasRole("OWNER")
                        .requestMatchers(
                                HttpMethod.GET,
                                "/api/screenings/*/station",
                                "/api/screenings/*/station/again",
                                "/api/screenings/*/pictures/*",
                                "/api/screenings/*/practice/tests",
                                "/api/screenings/*/practice/tests/*",
                                "/api/screenings/*/facts",
                                "/api/screenings/*/books")
                        .hasAnyRole("LEAD", "RATER", "HELPER")
                        .requestMatchers(
                                HttpMethod.POST,
                                "/api/screenings/*/facts",
                                "/api/screenings/*/practice",
                                "/api/measuring/film")
                        .hasAnyRole("LEAD", "RATER", "HELPER")
                        .requestMatchers("/api/**")
                        .hasRole("LEAD")
                        .anyRequest()
                        .denyAll())
                .csrf(csrf -> csrf.spa())
                .requestCache(cache -> cache.disable())
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(policy -> policy.policy(ReferrerPolicy.NO_REFERRER))
                        .permissionsPolicyHeader(
                                policy -> policy.policy("camera=(self), microphone=(), geolocation=()")))
                .exceptionHandling(errors -> errors.authenticationEntryPoint((request, response, e) -> Answers.write(
                                new Problem(
                                        HttpStatus.UNAUTHORIZED,
                                        Code.SIGNED_OUT,
                                        "Nobody is signed in, or the session has ended. Sign in again; what waits to be saved is kept."),
                                request,
                                response))
                        .accessDeniedHandler((request, response, e) -> Answers.write(
                                new Problem(
                                        HttpStatus.FORBIDDEN,
                                        Code.FORBIDDEN,
                                        "This account may not do that, or the page is out of date. Load it again, or ask the lead."),
                                request,
                                response)))
                .build();
    }

    /** No control character reaches anything by a parameter. */
    @Bean
    HttpFirewall firewall() {
        StrictHttpFirewall firewall = new StrictHttpFirewall();
        firewall.setAllowedParameterValues(value -> value.chars().noneMatch(Character::isISOControl));
        return firewall;
    }
}
