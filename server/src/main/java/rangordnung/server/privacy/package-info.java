/** What is kept about persons: for how long, and all of it about one of them. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts", "roster"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.privacy;
