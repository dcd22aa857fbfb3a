/**
 * The port: what a run needs of a browser, cut by topic. The module {@code webdriver} implements
 * it; begin with {@link elmtable.browser.Browser}.
 */
package elmtable.browser;
