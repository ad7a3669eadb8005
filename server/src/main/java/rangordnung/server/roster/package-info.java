/** Teams, classes and their athletes; import, export, erasure. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts"})
package rangordnung.server.roster;
