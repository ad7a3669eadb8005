/** What athletes and guardians see and ask for themselves: their own card by a link that ends soon, and requests that reach the lead. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "screening", "paper"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.ownview;
