/**
 * What a project holds at one moment: its documents, what they name, and the entries found by name.
 * Begin with {@link elmtable.project.Project}, the snapshot, and {@link
 * elmtable.project.ProjectIndex}, its names.
 */
package elmtable.project;
