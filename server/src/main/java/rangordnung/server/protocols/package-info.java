/** Protocols by version, ladders and placement rules, as every organisation starts with them. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.protocols;
