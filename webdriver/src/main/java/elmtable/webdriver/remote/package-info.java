/** Remote ends by address. Begin with {@link elmtable.webdriver.remote.RemoteEnds}. */
package elmtable.webdriver.remote;
