/** Files of landmarks and devices, read and written: bytes in, motion out, with bounded memory and the place of what is broken. Nothing here is stored. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.exchange;
