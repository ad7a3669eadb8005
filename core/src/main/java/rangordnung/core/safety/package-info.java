/**
 * Stop rules and cautions. Pain is never a fault; nothing here is a diagnosis, and local rules and licensed
 * practice come first.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.safety;
