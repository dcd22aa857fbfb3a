import { isRecords } from '@/document/kinds';
import { asDocumentName } from '@/parts/asFileName';

/** The line with a suite's or a feature's name; before a feature's stand but tags, comments and blank lines. */
const headOf = (path: string) =>
  path.endsWith('.feature') ? /^([ \t]*[^#@\s][^:\n]*:[ \t]*)(.*)$/m : /^(suite[ \t]+)(.*)$/im;

/** The name of the suite or feature in a text; null where there is none. */
export const nameIn = (path: string, text: string): string | null =>
  isRecords(path) ? null : (headOf(path).exec(text)?.[2]?.trim() ?? null);

/** The same text with another name of its suite or feature. */
export const withName = (path: string, text: string, name: string) =>
  text.replace(headOf(path), (_line, word: string) => word + name);

/** Where a copy goes if nothing else is said: beside the other one, called by its own name if it has one. */
export function copyPath(path: string, name: string) {
  const [, folder = '', file = '', ending = ''] = /^(.*\/)?(.*?)(\.[^.]*)$/.exec(path) ?? [];
  return `${folder}${asDocumentName(name) || `${file}-copy`}${ending}`;
}
