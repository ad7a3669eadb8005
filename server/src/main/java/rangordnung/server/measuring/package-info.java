/** Measures clips, devices and bodies for whoever asks, with the rules of a screening; keeps nothing. What counts is sent to the screening as facts. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "roster", "protocols", "screening", "results", "exchange"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.measuring;
