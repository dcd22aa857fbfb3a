import { type CompletionContext, type CompletionResult, snippet } from '@codemirror/autocomplete';
import type { Cell, Line, Property, Row } from '@/document/lines';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, blockOver, structure } from '@/document/structure';
import { keywordSuggestions } from '@/document/suggestions';
import { BLOCK_WORDS, holdsSteps } from '@/document/words';
import { type Keywords, serverOffers, shown, withPlaces } from './offered';

/** What can be written at a place of a document in the table language. */
export async function lineOffers(
  context: CompletionContext,
  document: OpenDocument,
  keywords: Keywords,
): Promise<CompletionResult | null> {
  const { state, pos } = context;
  const at = state.doc.lineAt(pos);
  const read = structure(state);
  const line = read.lines[at.number - 1];
  const block = blockOver(read, at.number);
  if (!line) return null;
  if (line.kind === 'property') return propertyOffers(context, document, line, at.from);
  if (line.kind !== 'row') return wordOffers(context, line, block);
  const column = pos - at.from;
  const number = line.cells.findIndex(({ from, to }) => column >= from && column <= to);
  const cell = line.cells[number];
  const section = block?.sections.find(({ rows }) => rows.some(({ row }) => row.id === line.id));
  if (!cell || !section) return null;
  const steps = holdsSteps(section.word);
  if (steps && number === 0) return keywordOffers(context, line, cell, at.from, keywords);
  if (steps && isMark(cell.source)) return null;
  return serverOffers(context, document, line.id, number, cell.source, at.from + cell.start, at.from + cell.end);
}

const isMark = (text: string) => /^(\?|\*|=>|!)(\s|$)/.test(text);

function keywordOffers(
  context: CompletionContext,
  row: Row,
  cell: Cell,
  lineStart: number,
  keywords: Keywords,
): CompletionResult | null {
  if (cell.source === '' && !context.explicit) return null;
  const known = new Map([...keywords()].map((keyword) => [keyword.name, keyword]));
  const rest = row.cells.slice(1).every(({ source }) => source === '');
  const options = keywordSuggestions(cell.source, known.values()).map((suggestion) => {
    const wanted = (known.get(suggestion.insert)?.takes ?? []).filter((each) => !each.optional);
    const places = wanted.map(({ name }) => ` | <${name}>`).join('');
    // A step that has its arguments keeps them; one that ends here gets a place for each that must be given.
    const apply = rest ? snippet(`${withPlaces(suggestion.insert + places)} |`) : suggestion.insert;
    return shown(suggestion, apply);
  });
  const to = rest ? row.text.length : cell.end;
  return { from: lineStart + cell.start, to: lineStart + to, options, filter: false };
}

/** Values for a property, up to the cursor. */
function propertyOffers(context: CompletionContext, document: OpenDocument, line: Property, lineStart: number) {
  const typed = /^[^:]*:\s*(.*)$/u.exec(line.text.slice(0, context.pos - lineStart))?.[1];
  if (typed === undefined) return null;
  return serverOffers(context, document, line.id, line.word, typed, context.pos - typed.length, context.pos);
}

/** The words that a line can begin with: those of blocks, and those that the block does not have yet. */
function wordOffers(context: CompletionContext, line: Line, block: Block | undefined): CompletionResult | null {
  const typed = context.matchBefore(/^[\p{L}][\p{L} -]*/u);
  if (!['blank', 'unreadable', 'section'].includes(line.kind) || (!typed && !context.explicit)) return null;
  const from = typed?.from ?? context.pos;
  const had = new Set(block?.properties.map(({ property }) => property.word.toLowerCase()));
  const properties = (block?.kind.properties ?? []).filter((word) => !had.has(word) || word === 'phrase');
  const sections = (block?.kind.sections ?? []).filter((word) => block?.sections.every((each) => each.word !== word));
  return {
    from,
    options: [
      ...properties.map((word) => ({ label: word, detail: 'property', apply: `${word}: ` })),
      ...sections.map((word) => ({ label: word, detail: 'section', apply: `${word}\n` })),
      ...BLOCK_WORDS.map((word) => ({ label: word, detail: 'block', apply: `${word} `, boost: -1 })),
    ],
  };
}
