/**
 * The browser port spoken as W3C WebDriver. Front door: {@link elmtable.webdriver.ChromeLauncher}.
 */
package elmtable.webdriver;
