/**
 * The port in W3C classic commands, for remote ends without BiDi. Begin with {@link
 * elmtable.webdriver.classic.ClassicBrowser}.
 */
package elmtable.webdriver.classic;
