import type { EditorState, TransactionSpec } from '@codemirror/state';
import { setName, setNote, setProperty } from '@/document/blockEdits';
import type { Block } from '@/document/structure';
import { nameKey } from '@/document/words';

/** A block's head as fields that are edited in place. */
export interface HeadField {
  field: 'name' | 'note' | 'property';
  word: string;
  text: string;
  /** Which of several properties of one word. */
  place: number;
}

/** The properties that a block's head offers while it has none. */
const OFTEN: Record<string, string[]> = {
  case: ['tags', 'data', 'fixtures', 'after', 'run', 'timeout'],
  keyword: ['phrase', 'group', 'tags'],
  page: ['path'],
  data: ['from', 'where', 'key'],
  fixture: ['scope', 'needs'],
  hook: ['only'],
  environment: ['like', 'within'],
  browser: ['kind', 'window', 'headless'],
  plan: ['suites', 'tags', 'browsers', 'at'],
  suite: ['tags', 'fixtures', 'data', 'pages', 'timeout'],
};

/** The fields of a block's head: its name, note, properties, and those that it may have. */
export function headFields(block: Block): HeadField[] {
  const seen = new Map<string, number>();
  const properties = block.properties.map(({ property }): HeadField => {
    const place = seen.get(nameKey(property.word)) ?? 0;
    seen.set(nameKey(property.word), place + 1);
    return { field: 'property', word: property.word, text: property.value, place };
  });
  const offered = (OFTEN[block.kind.word] ?? [])
    .filter((word) => !seen.has(word))
    .map((word): HeadField => ({ field: 'property', word, text: '', place: 0 }));
  return [
    { field: 'name', word: 'name', text: block.name, place: 0 },
    { field: 'note', word: 'note', text: block.note, place: 0 },
    ...properties,
    ...offered,
  ];
}

/** Gives a field of a block's head another text; null where nothing changes. */
export function setHeadField(state: EditorState, id: number, of: HeadField, text: string): TransactionSpec | null {
  switch (of.field) {
    case 'name':
      return setName(state, id, text);
    case 'note':
      return setNote(state, id, text);
    case 'property':
      return setProperty(state, id, of.word, text, of.place);
  }
}
