/**
 * The engine: lanes, cases, steps, and the events it sends. Front door: {@link
 * elmtable.run.Runner}.
 */
package elmtable.run;
