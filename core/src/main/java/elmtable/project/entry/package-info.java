/**
 * What the blocks of a project say, one record for each kind, as names lead to it. Begin with
 * {@link elmtable.project.entry.CaseEntry} and {@link elmtable.project.entry.KeywordEntry}.
 */
package elmtable.project.entry;
