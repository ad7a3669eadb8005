/** Proposed progression groups and what the lead decides about them. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening", "results"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.groups;
