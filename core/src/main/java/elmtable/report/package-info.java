/** What is made of a run's events: JSON lines, JUnit XML, and the folder that holds them. */
package elmtable.report;
