/** The hall of a screening while it runs: the timetable, who is where, and live changes over all instances. */
@org.springframework.modulith.ApplicationModule(
        allowedDependencies = {"platform", "accounts", "roster", "protocols", "screening"})
@org.jspecify.annotations.NullMarked
package rangordnung.server.hall;
