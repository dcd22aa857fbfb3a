/**
 * The browsers that workers and cases have. Begin with {@link
 * elmtable.run.browsers.WorkerBrowsers}.
 */
package elmtable.run.browsers;
