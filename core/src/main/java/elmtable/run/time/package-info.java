/**
 * Limits of time and the signal to stop. Begin with {@link elmtable.run.time.Deadline} and {@link
 * elmtable.run.time.StopSignal}.
 */
package elmtable.run.time;
