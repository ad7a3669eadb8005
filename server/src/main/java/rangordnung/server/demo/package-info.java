/** Invented athletes of an invented town, loaded once when the demo is asked for. Nobody in it is real. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {
            "platform",
            "accounts",
            "roster",
            "protocols",
            "screening",
            "groups",
            "inventory",
            "practice",
            "training"
        })
@org.jspecify.annotations.NullMarked
package rangordnung.server.demo;
