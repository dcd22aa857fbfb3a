import { type CompletionContext, type CompletionResult, snippet } from '@codemirror/autocomplete';
import { Refused } from '@/api/client';
import type { Cell, Line, Row } from '@/document/lines';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, blockOver, structure } from '@/document/structure';
import { argumentOffers, keywordSuggestions } from '@/document/suggestions';
import { BLOCK_WORDS, holdsSteps } from '@/document/words';
import { type Keywords, shown, withPlaces } from './offered';

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
  if (line.kind !== 'row') return wordOffers(context, line, block);
  const column = pos - at.from;
  const number = line.cells.findIndex(({ from, to }) => column >= from && column <= to);
  const cell = line.cells[number];
  const section = block?.sections.find(({ rows }) => rows.some(({ row }) => row.id === line.id));
  if (!cell || !section || !holdsSteps(section.word)) return null;
  if (number === 0) return keywordOffers(context, line, cell, at.from, keywords);
  return isMark(cell.source) ? null : valueOffers(context, document, line, number, at.from);
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

async function valueOffers(
  context: CompletionContext,
  document: OpenDocument,
  row: Row,
  number: number,
  lineStart: number,
): Promise<CompletionResult | null> {
  const cell = row.cells[number] as Cell;
  try {
    const told = await argumentOffers(document, row.id, number, cell.source, () => context.aborted);
    if (!told || told.suggestions.length === 0) return null;
    const options = told.suggestions.map((suggestion) => shown(suggestion, suggestion.insert));
    return { from: lineStart + cell.start, to: lineStart + cell.end, options, filter: false };
  } catch (failed) {
    // Without the server there are no suggestions; the top line says that it does not answer.
    if (failed instanceof Refused) return null;
    throw failed;
  }
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
