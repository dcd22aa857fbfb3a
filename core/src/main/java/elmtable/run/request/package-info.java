/**
 * What a run is asked for: plan, choices, kept values. Begin with {@link
 * elmtable.run.request.RunRequest}.
 */
package elmtable.run.request;
