/**
 * A roster, or all of them, with everything that belongs to it as one open file, which another house takes in without loss. The format
 * is its own and does not change with the tables: {@code docs/files.md} describes it.
 */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {
            "platform",
            "accounts",
            "roster",
            "protocols",
            "screening",
            "results",
            "inventory",
            "groups",
            "training"
        })
@org.jspecify.annotations.NullMarked
package rangordnung.server.transfer;
