/**
 * Tries pages in a browser, outside of any run that is kept. Begin with {@link
 * elmtable.server.trial.PageTrials}.
 */
package elmtable.server.trial;
