/**
 * Planning a screening: who is where when, what is the bottleneck, what one more place or rater would save.
 *
 * <p>Pure arithmetic on numbers that are handed in. Who the athletes are and how a plan is shown belong elsewhere.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.plan;
