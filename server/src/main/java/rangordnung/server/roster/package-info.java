/** Teams, classes and their athletes; import, export, erasure. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.roster;
