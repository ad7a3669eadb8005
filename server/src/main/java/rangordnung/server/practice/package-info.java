/** Practice of raters at simulated athletes: what was set, how it holds, and who has practised. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "protocols", "screening", "measuring"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.practice;
