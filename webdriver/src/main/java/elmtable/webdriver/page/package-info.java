/**
 * What runs in the tested page and what it is asked, for both protocols. Begin with {@link
 * elmtable.webdriver.page.PageScripts}.
 */
package elmtable.webdriver.page;
