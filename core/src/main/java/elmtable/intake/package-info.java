/**
 * Manual scenarios: which keyword says what a sentence says, and draft cases made of both. Begin
 * with {@link elmtable.intake.SentenceMatcher}.
 */
package elmtable.intake;
