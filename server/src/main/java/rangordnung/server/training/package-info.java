/** Training blocks of saved groups, and what happens in their sessions. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {
            "platform",
            "accounts",
            "roster",
            "protocols",
            "screening",
            "results",
            "inventory",
            "groups"
        })
@org.jspecify.annotations.NullMarked
package rangordnung.server.training;
