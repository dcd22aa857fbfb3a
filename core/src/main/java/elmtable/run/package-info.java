/**
 * The engine: lanes, cases, steps, and the events it tells. Front door: {@link
 * elmtable.run.Runner}.
 */
package elmtable.run;
