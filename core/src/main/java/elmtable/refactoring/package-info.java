/**
 * Changes a project without changing its meaning, as previews of edits. Begin with {@link
 * elmtable.refactoring.Refactorings}; {@link elmtable.refactoring.Uses} finds where a thing is
 * used.
 */
package elmtable.refactoring;
