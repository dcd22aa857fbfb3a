/** Words of the table language: how names compare, and what each kind of block has. */

/** Blanks as Java's strip() sees them, which JavaScript's trim() does not. */
const BLANK = '\\t\\v\\f\\r\\x1c-\\x1f \\u1680\\u2000-\\u2006\\u2008-\\u200a\\u2028\\u2029\\u205f\\u3000';
const LEADING = new RegExp(`^[${BLANK}]+`);
const TRAILING = new RegExp(`[${BLANK}]+$`);

export const stripStart = (text: string) => text.replace(LEADING, '');
export const stripEnd = (text: string) => text.replace(TRAILING, '');
export const strip = (text: string) => stripEnd(stripStart(text));

/** A document says the same names over and over. */
const nameKeys = new Map<string, string>();
const MOST_NAME_KEYS = 10_000;

/** What two equal names have in common: NFC, case folded, runs of blanks, hyphens and underscores as one blank. */
export function nameKey(name: string): string {
  let key = nameKeys.get(name);
  if (key === undefined) {
    key = keyOf(name);
    if (nameKeys.size >= MOST_NAME_KEYS) nameKeys.clear();
    nameKeys.set(name, key);
  }
  return key;
}

const keyOf = (name: string) =>
  name
    .normalize('NFC')
    .toUpperCase()
    .toLowerCase()
    .replace(/[ \-_\t\u00a0]+/g, ' ')
    .replace(/^ | $/g, '');

export const SECTIONS = [
  'values',
  'data',
  'takes',
  'gives',
  'elements',
  'rows',
  'set-up',
  'steps',
  'tear-down',
] as const;
export type SectionWord = (typeof SECTIONS)[number];

export const holdsSteps = (section: SectionWord) =>
  section === 'set-up' || section === 'steps' || section === 'tear-down';

const SECTION_BY_KEY = new Map<string, SectionWord>(SECTIONS.map((word) => [nameKey(word), word]));
export const sectionOf = (line: string): SectionWord | undefined => SECTION_BY_KEY.get(nameKey(line));

export interface BlockKind {
  word: string;
  /** The section of rows that stand under no section's word. */
  main: SectionWord | null;
  sections: SectionWord[];
  properties: string[];
}

const kind = (word: string, main: SectionWord | null, sections: SectionWord[], properties: string): BlockKind => ({
  word,
  main,
  sections,
  properties: properties === '' ? [] : properties.split(', '),
});

const KINDS: BlockKind[] = [
  kind(
    'suite',
    null,
    ['values', 'set-up', 'tear-down'],
    'tags, fixtures, data, where, key, pages, independent, isolation, within, timeout, tries, browsers',
  ),
  kind(
    'case',
    'steps',
    ['data', 'set-up', 'steps', 'tear-down'],
    'tags, fixtures, data, where, key, kinds, pages, after, run, draft, isolation, keep session, scenario, within, timeout, tries, browsers',
  ),
  kind('keyword', 'steps', ['takes', 'gives', 'steps'], 'phrase, tags, group, pages, draft'),
  kind('page', 'elements', ['elements'], 'path'),
  kind(
    'data',
    'rows',
    ['rows'],
    'from, sheet, range, at, encoding, separator, header, query, database, combine, limits of, kinds, where, sort by, distinct, first, sample, columns, key',
  ),
  kind(
    'fixture',
    null,
    ['takes', 'gives', 'set-up', 'tear-down'],
    'scope, needs, keep session, check, timeout, tries, pages',
  ),
  kind('hook', 'steps', ['steps'], 'only'),
  kind('environment', 'values', ['values'], 'like, within'),
  kind(
    'browser',
    null,
    [],
    'kind, window, language, headless, isolation, wipe, pace, address, limit, capabilities, time zone, position, colour scheme, user agent, offline, downloads, certificates, arguments',
  ),
  kind(
    'plan',
    null,
    [],
    'suites, tags, environments, browsers, workers, seed, tries, stop after, pictures, within, timeout, at, every, mail to',
  ),
];

const KIND_BY_WORD = new Map(KINDS.map((each) => [each.word, each]));
export const BLOCK_WORDS = KINDS.map((each) => each.word);
export const kindOf = (word: string): BlockKind | undefined => KIND_BY_WORD.get(word.toLowerCase());

/** A case as a run names it; one outside all suites by its name alone. */
export const caseInSuite = (suite: string, name: string) => (suite === '' ? name : `${suite}/${name}`);
