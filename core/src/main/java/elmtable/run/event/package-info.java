/**
 * What happens in a run, told as events; they are the format on disk, too. Begin with {@link
 * elmtable.run.event.RunEvent}.
 */
package elmtable.run.event;
