/**
 * What happens in a run, as events; they are also the format on disk. Begin with {@link
 * elmtable.run.event.RunEvent}.
 */
package elmtable.run.event;
