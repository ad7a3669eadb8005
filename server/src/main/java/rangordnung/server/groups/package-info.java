/** Proposed progression groups, groups that fit a hall, and what the lead decides about them. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening", "results", "inventory"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.groups;
