/** The product as a server: persistence, security, HTTP and files around the rules of {@code core}. */
@org.jspecify.annotations.NullMarked
package rangordnung.server;
