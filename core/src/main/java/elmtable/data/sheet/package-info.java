/** Reads spreadsheets, XLSX and ODS. Begin with {@link elmtable.data.sheet.Spreadsheets}. */
package elmtable.data.sheet;
