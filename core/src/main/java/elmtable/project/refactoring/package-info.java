/**
 * Changes of a project that keep its meaning, as previews of edits. Front doors: {@link
 * elmtable.project.refactoring.Uses} and {@link elmtable.project.refactoring.Refactorings}.
 */
package elmtable.project.refactoring;
