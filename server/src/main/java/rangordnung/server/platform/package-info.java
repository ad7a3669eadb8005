/**
 * What every feature stands on: tenants, problems, JSON and OpenAPI of the core's types, static files.
 * Knows no feature.
 */
@org.springframework.modulith.ApplicationModule(type = org.springframework.modulith.ApplicationModule.Type.OPEN)
@org.jspecify.annotations.NullMarked
package rangordnung.server.platform;
