/** What is due and what waits for a decision. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening", "results"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.today;
