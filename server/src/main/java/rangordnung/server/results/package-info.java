/** Judged results of a screening: strips, one athlete, ranking. Computed from facts, never stored. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.results;
