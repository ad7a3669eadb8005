/** Who has read and written what of whom: noted by itself, read by the lead, and not kept for ever. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "accounts", "roster", "screening"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.access;
