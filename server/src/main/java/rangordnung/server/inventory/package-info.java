/** The halls where groups train: kit with its sizes, places, and who supervises when. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = {"platform", "protocols"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.inventory;
