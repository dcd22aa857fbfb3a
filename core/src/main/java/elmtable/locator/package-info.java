/**
 * What is good or bad about a locator, and which element of a page was meant by one that finds
 * nothing. Begin with {@link elmtable.locator.Fragility} and {@link elmtable.locator.Repair}.
 */
package elmtable.locator;
