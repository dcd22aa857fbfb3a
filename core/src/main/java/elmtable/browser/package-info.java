/** The port: what a run needs of a browser. The module {@code webdriver} implements it. */
package elmtable.browser;
