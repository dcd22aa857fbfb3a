/**
 * Offers what can be written in a cell that is being edited, best first. Begin with {@link
 * elmtable.completion.Completion}.
 */
package elmtable.completion;
