/** The engine: a run and its cases on workers. Front door: {@link elmtable.run.Runner}. */
package elmtable.run;
