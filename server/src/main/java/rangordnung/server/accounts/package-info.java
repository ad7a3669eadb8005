/** Organisations, accounts, login and who may do what. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = "platform")
@org.jspecify.annotations.NullMarked
package rangordnung.server.accounts;
