/**
 * The whole port over WebDriver BiDi. Begin with {@link elmtable.webdriver.bidi.BrowserProgram}, a
 * program in which each case has a user context.
 */
package elmtable.webdriver.bidi;
