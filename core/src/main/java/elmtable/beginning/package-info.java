/**
 * The first documents of a project, made from the address of an application. Begin with {@link
 * elmtable.beginning.FirstProject}.
 */
package elmtable.beginning;
