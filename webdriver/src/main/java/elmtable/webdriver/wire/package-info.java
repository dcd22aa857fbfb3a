/**
 * The two transports: classic commands over HTTP, BiDi over a socket. Begin with {@link
 * elmtable.webdriver.wire.BiDiConnection}.
 */
package elmtable.webdriver.wire;
