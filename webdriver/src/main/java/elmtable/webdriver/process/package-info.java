/**
 * Drivers and browsers of this machine: found, started, watched, ended. Begin with {@link
 * elmtable.webdriver.process.WatchedProcess}.
 */
package elmtable.webdriver.process;
