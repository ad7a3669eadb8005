/** Organisations, accounts, login and who may do what. */
@org.springframework.modulith.ApplicationModule(allowedDependencies = "platform")
package rangordnung.server.accounts;
