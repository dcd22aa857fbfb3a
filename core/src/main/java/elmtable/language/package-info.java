/**
 * The table language: its syntax tree, parser and printer. Front doors: {@link
 * elmtable.language.DocumentParser} and {@link elmtable.language.Printer}.
 */
package elmtable.language;
