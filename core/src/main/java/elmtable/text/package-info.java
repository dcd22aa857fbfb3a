/**
 * Places in texts and what can be wrong there: ranges, lines, names, diagnostics and the edits that
 * mend them.
 */
package elmtable.text;
