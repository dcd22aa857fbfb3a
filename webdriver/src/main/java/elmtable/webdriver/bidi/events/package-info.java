/**
 * What a browser tells over WebDriver BiDi of the pages of one user context. Begin with {@link
 * elmtable.webdriver.bidi.events.ContextEvents}, which takes it all and can be waited on.
 */
package elmtable.webdriver.bidi.events;
