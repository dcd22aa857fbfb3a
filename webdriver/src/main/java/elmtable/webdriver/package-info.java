/**
 * The browser port of core. Begin with {@link elmtable.webdriver.BrowserLauncher}, which opens
 * browsers of this machine and of remote ends.
 */
package elmtable.webdriver;
