/**
 * What is checked in a block of each kind, as rules that look only at the block and what it looks
 * up. Begin with {@link elmtable.check.rules.BlockChecks}.
 */
package elmtable.check.rules;
