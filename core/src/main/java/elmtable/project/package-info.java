/**
 * A project as an immutable snapshot: documents, the index of names, bindings of steps, and checks.
 * Front door: {@link elmtable.project.Project}.
 */
package elmtable.project;
