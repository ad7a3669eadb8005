/**
 * An athlete made of numbers: a jointed skeleton that performs the tests with set amounts of each fault, seen by a set
 * camera. It is the demo's camera, the oracle of tests, and a partner for practising raters; nobody real is behind it.
 *
 * <p>Knows nothing of measuring: what it was told to do is what measuring must find.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.motion.simulated;
