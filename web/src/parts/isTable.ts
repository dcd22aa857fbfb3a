/** Headings and at least one row, as spreadsheets put them on the clipboard. */
export const isTable = (text: string) => /^[^\n]*\t[^\n]*\n\s*\S/.test(text);
