/** What is due and what waits for a decision. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening", "results"})
package rangordnung.server.today;
