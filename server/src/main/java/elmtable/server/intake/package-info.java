/**
 * Takes sheets of manual scenarios in: what was decided for them lies in the project beside them.
 * Begin with {@link elmtable.server.intake.IntakeSheets}.
 */
package elmtable.server.intake;
