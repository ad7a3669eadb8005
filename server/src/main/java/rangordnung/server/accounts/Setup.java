package rangordnung.server.accounts;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param setupCode printed by the launcher; whoever knows it may make the first account
 * @param demo      whether invented data are loaded
 */
@ConfigurationProperties("rangordnung")
record Setup(String setupCode, boolean demo) {}
