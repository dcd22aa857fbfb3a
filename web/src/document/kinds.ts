/** What documents are, by the ending of their path. */

export const isFeature = (path: string) => path.endsWith('.feature');

/** Rows of separated values, which data sets read. */
export const isRecords = (path: string) => /\.(csv|tsv)$/.test(path);

/** Whether it is written in the table language. */
export const hasTables = (path: string) => !isFeature(path) && !isRecords(path);
