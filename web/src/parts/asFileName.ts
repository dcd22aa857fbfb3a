/** A file's name as it stands in a project: letters, digits, points, hyphens and underscores. */
export const asFileName = (name: string) => name.replaceAll(/[^\p{L}\p{N}._-]+/gu, '-');
