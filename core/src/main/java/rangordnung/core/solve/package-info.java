/** The general solver that plans and groups are put to: exact, with a proof or with how far from it at most. */
@org.jspecify.annotations.NullMarked
package rangordnung.core.solve;
