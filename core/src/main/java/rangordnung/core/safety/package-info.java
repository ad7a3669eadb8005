/**
 * Stop rules and cautions. Pain is never a fault; nothing here is a diagnosis, and local rules and licensed
 * practice come first.
 */
package rangordnung.core.safety;
