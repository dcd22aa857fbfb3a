/**
 * Finds what is wrong with a project and proposes fixes; after an edit, only what depends on it is
 * checked again. Begin with {@link elmtable.check.CheckedProject}.
 */
package elmtable.check;
