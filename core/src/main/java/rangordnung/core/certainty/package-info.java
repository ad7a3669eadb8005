/**
 * How sure a conclusion is: what a finding says of the true grade, what a retest says of a link, and what a further trial
 * would tell.
 *
 * <p>Knows grades and numbers only; what was seen, and of whom, is said by those who ask. The numbers are house
 * conventions where no other label stands beside them.
 */
@org.jspecify.annotations.NullMarked
package rangordnung.core.certainty;
