/**
 * The table language: its syntax tree, parser, printer and edits. Front doors: {@link
 * elmtable.language.DocumentParser}, {@link elmtable.language.Printer} and {@link
 * elmtable.language.SheetEdit}.
 */
package elmtable.language;
