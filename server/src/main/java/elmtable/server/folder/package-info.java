/**
 * Keeps the project and its folder the same: saved edits become files, and changes of files come in
 * as updates. Begin with {@link elmtable.server.folder.ProjectFolder}.
 */
package elmtable.server.folder;
