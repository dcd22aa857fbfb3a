/**
 * Scopes and what surrounds the steps of a case: fixtures, hooks, kept sessions. Begin with {@link
 * elmtable.run.scope.CasePhases} for a case and {@link elmtable.run.scope.WideParts} for wider
 * scopes.
 */
package elmtable.run.scope;
