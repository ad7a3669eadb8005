/** Screenings, who may score in them, and the append-only book of facts. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts", "roster", "protocols"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.screening;
