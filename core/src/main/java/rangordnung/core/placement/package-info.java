/**
 * Who works on what, at which rung, and why; what a move would cost and what would move an athlete.
 *
 * <p>Proposals are computed from screen results and rules that are data. What the lead decides is stored
 * elsewhere and never changes a proposal.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.placement;
