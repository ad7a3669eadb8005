/**
 * Paper of a screening: what is hung up, handed out, filled in and filed. Each kind is a model with exactly what it may say,
 * a template, and one stylesheet for the browser and for PDF. Nothing is judged here, and no model holds more than its paper shows.
 */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {
            "platform",
            "accounts",
            "roster",
            "protocols",
            "screening",
            "results",
            "hall",
            "inventory",
            "groups",
            "training"
        })
@org.jspecify.annotations.NullMarked
package rangordnung.server.paper;
