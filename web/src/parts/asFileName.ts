/** A file's name as it stands in a project: letters, digits, points, hyphens and underscores. */
export const asFileName = (name: string) => name.replaceAll(/[^\p{L}\p{N}._-]+/gu, '-');

/** What a new document's file is called by a name, without its ending. */
export const asDocumentName = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');
